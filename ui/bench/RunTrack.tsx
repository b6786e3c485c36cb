"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/plan";
import type { RunEntry } from "@/records";

/** The runs so far, newest first; one that was struck out stays, and shows it. */
export function RunTrack({
  runs,
  chosenId,
  onChoose,
}: {
  runs: readonly RunEntry[];
  chosenId: string | null;
  onChoose(id: string): void;
}) {
  return (
    <Flex as="ol" gap={1} flex={1} minW={0} overflowX="auto" listStyleType="none" aria-label="Runs">
      {runs.map((run) => (
        <Box as="li" key={run.id} flex="0 1 236px" minW="180px">
          <button
            type="button"
            onClick={() => onChoose(run.id)}
            aria-current={run.id === chosenId}
            style={{ width: "100%", textAlign: "left" }}
          >
            <Box
              bg="surface"
              borderWidth={run.id === chosenId ? "2.5px" : "1px"}
              borderColor={run.id === chosenId ? "spruce" : "rime"}
              borderRadius="control"
              px={3}
              py={2}
              h="60px"
            >
              <Text
                fontWeight={700}
                fontSize="14.5px"
                truncate
                textDecoration={run.isStruck ? "line-through" : undefined}
              >
                {run.kind === "power-sweep" ? "Power sweep" : RUN_KINDS[run.kind].title},{" "}
                {run.nominalOhms} Ω
              </Text>
              <Text color="muted" fontSize="13px" truncate>
                {format(new Date(run.takenAt), "d MMM HH:mm")},{" "}
                {run.isStruck ? "struck out" : run.setting || drivenText(run.channelsDriven)}
              </Text>
            </Box>
          </button>
        </Box>
      ))}
    </Flex>
  );
}
