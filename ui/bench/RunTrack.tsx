"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import type { RunEntry } from "@/records";
import { ActionButton } from "../parts/ActionButton";

/** Runs in sight at once; more are a step away. */
const IN_SIGHT = 24;

export type RunTrackProps = {
  runs: readonly RunEntry[];
  chosenId: string | null;
  onChoose(id: string): void;
};

/** The runs so far, newest first, around the chosen one; one that was struck out stays, and shows it. */
export function RunTrack({ runs, chosenId, onChoose }: RunTrackProps) {
  const at = Math.max(
    0,
    runs.findIndex(({ id }) => id === chosenId),
  );
  const first = IN_SIGHT * Math.floor(at / IN_SIGHT);
  const rest = runs.length - first - IN_SIGHT;
  return (
    <Flex as="ol" gap={1} flex={1} minW={0} overflowX="auto" listStyleType="none" aria-label="Runs">
      {first > 0 && <More onClick={() => onChoose(runs[first - 1].id)}>{`${first} newer`}</More>}
      {runs.slice(first, first + IN_SIGHT).map((run) => (
        <TrackedRun
          key={run.id}
          run={run}
          isChosen={run.id === chosenId}
          onChoose={() => onChoose(run.id)}
        />
      ))}
      {rest > 0 && (
        <More onClick={() => onChoose(runs[first + IN_SIGHT].id)}>{`${rest} older`}</More>
      )}
    </Flex>
  );
}

function More({ onClick, children }: { onClick(): void; children: string }) {
  return (
    <Box as="li" flex="0 0 auto">
      <ActionButton h="60px" px={4} fontSize="14px" onClick={onClick}>
        {children}
      </ActionButton>
    </Box>
  );
}

type TrackedRunProps = { run: RunEntry; isChosen: boolean; onChoose(): void };

function TrackedRun({ run, isChosen, onChoose }: TrackedRunProps) {
  return (
    <Box as="li" flex="0 1 236px" minW="180px">
      <button
        type="button"
        onClick={onChoose}
        aria-current={isChosen}
        style={{ width: "100%", textAlign: "left" }}
      >
        <Box
          bg="surface"
          borderWidth={isChosen ? "2.5px" : "1px"}
          borderColor={isChosen ? "spruce" : "rime"}
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
            {RUN_KINDS[run.kind].shortTitle ?? RUN_KINDS[run.kind].title}, {run.nominalOhms} Ω
          </Text>
          <Text color="muted" fontSize="13px" truncate>
            {format(new Date(run.takenAt), "d MMM HH:mm")},{" "}
            {run.isStruck ? "struck out" : run.setting || drivenText(run.channelsDriven)}
          </Text>
        </Box>
      </button>
    </Box>
  );
}
