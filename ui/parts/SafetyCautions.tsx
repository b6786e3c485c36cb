import { Box, Heading, HStack, Text } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { SafetyCaution } from "@/core/safety";
import { cautionReason, cautionTitle } from "@/phrasing";

/** The cautions that fit, each with its reason. */
export function SafetyCautions({ cautions }: { cautions: readonly SafetyCaution[] }) {
  return (
    <Box
      as="aside"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={4}
      py={3.5}
    >
      <Heading as="h2" fontSize="18px" mb={2}>
        <HStack gap={2}>
          <TriangleAlert size={18} aria-hidden /> Before you power up
        </HStack>
      </Heading>
      {cautions.map((caution) => (
        <Box key={caution.code} mb={2.5}>
          <Text fontWeight={700}>{cautionTitle(caution)}</Text>
          <Text fontSize="14.5px">{cautionReason(caution)}</Text>
        </Box>
      ))}
    </Box>
  );
}
