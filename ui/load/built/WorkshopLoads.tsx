"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { formatFixed, formatShort } from "@/core/units";
import type { Load, Used } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { takeLoad } from "../../parts/saves";
import { messageOf } from "../../parts/send";
import { usersText } from "../../parts/usersText";

/** Loads that stand in the workshop and are not used here yet: one press has this amplifier measured with one. */
export function WorkshopLoads({
  amplifierId,
  loads,
  onTaken,
}: {
  amplifierId: string;
  loads: readonly Used<Load>[];
  onTaken(): void;
}) {
  const [trouble, setTrouble] = useState<string | null>(null);
  if (loads.length === 0) return null;
  const take = async (loadId: string) => {
    const saved = await takeLoad(amplifierId, loadId);
    if (!saved.ok) return setTrouble(messageOf(saved));
    onTaken();
  };
  return (
    <Box
      as="section"
      aria-label="In the workshop"
      bg="sunken"
      borderRadius="control"
      px={4}
      py={3}
      my={4}
    >
      <Text color="muted" fontSize="14.5px" mb={1}>
        In the workshop, not used for this amplifier:
      </Text>
      {loads.map(({ id, nominalOhms, channels, ...used }) => (
        <Flex key={id} align="center" justify="space-between" gap={4} py={1}>
          <HStack columnGap={3} rowGap={0} align="baseline" wrap="wrap">
            <Text fontWeight={700}>{formatShort(nominalOhms)} Ω</Text>
            <Text>measured {channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")} Ω</Text>
            {used.userCount > 0 && (
              <Text color="muted" fontSize="14px">
                with {usersText(used)}
              </Text>
            )}
          </HStack>
          <ActionButton
            minH="36px"
            aria-label={`Use the ${formatShort(nominalOhms)} Ω load here`}
            onClick={() => void take(id)}
          >
            Use
          </ActionButton>
        </Flex>
      ))}
      {trouble && (
        <Text role="alert" color="ember" fontSize="14px" mt={1.5}>
          {trouble}
        </Text>
      )}
    </Box>
  );
}
