import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { ArrowRight, Check, Search } from "lucide-react";
import { Fragment } from "react";
import { formatShort } from "@/core/units";
import type { LoadsNeeded } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";

/** The loads that the plan asks for, in the order of wiring; one that is missing is found from the shelf. */
export function NeededLoads({
  needed: { loads, rewireCount },
  onFind,
}: {
  needed: LoadsNeeded;
  onFind(ohms: number): void;
}) {
  if (loads.length === 0) return null;
  return (
    <Box mb={4} data-testid="needed-loads">
      <Text color="muted" fontSize="14.5px" mb={2}>
        Loads needed by the plan, in this order
        {rewireCount > 0 && `, changed ${rewireCount === 1 ? "once" : `${rewireCount} times`}`}:
      </Text>
      <Flex gap={2} align="center" wrap="wrap">
        {loads.map(({ ohms, runCount, isBuilt }, index) => (
          <Fragment key={ohms}>
            {index > 0 && <ArrowRight size={15} aria-hidden />}
            <HStack
              borderWidth="1px"
              borderStyle={isBuilt ? "solid" : "dashed"}
              borderColor={isBuilt ? "rime" : "ochre"}
              borderRadius="control"
              px={3}
              py={1.5}
              gap={2}
            >
              {isBuilt && <Check size={15} aria-label="built" />}
              <Text fontWeight={700}>{formatShort(ohms)} Ω</Text>
              <Text color="muted" fontSize="14px">
                {runCount === 1 ? "one run" : `${runCount} runs`}
              </Text>
              {!isBuilt && (
                <ActionButton
                  minH="32px"
                  h="32px"
                  px={2.5}
                  fontSize="13.5px"
                  onClick={() => onFind(ohms)}
                >
                  <Search size={14} /> Find it
                </ActionButton>
              )}
            </HStack>
          </Fragment>
        ))}
      </Flex>
    </Box>
  );
}
