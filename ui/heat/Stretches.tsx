import { HStack } from "@chakra-ui/react";
import { ActionButton } from "../parts/ActionButton";
import type { ReadLog } from "@/records/facts";

/** The times between what was changed: each has a course of its own. */
export function Stretches({ read, onChoose }: { read: ReadLog; onChoose(index: number): void }) {
  if (read.stretches.length < 2) return null;
  return (
    <HStack gap={1.5} mt={3} wrap="wrap" role="group" aria-label="From which change">
      {read.stretches.map((stretch, k) => (
        <ActionButton
          key={stretch.fromSeconds}
          minH="34px"
          px={2.5}
          fontSize="13.5px"
          tone={stretch.fromSeconds === read.stretch.fromSeconds ? "primary" : "quiet"}
          aria-pressed={stretch.fromSeconds === read.stretch.fromSeconds}
          onClick={() => onChoose(k)}
        >
          {stretch.begunBy ? `since ${stretch.begunBy.kind}` : "before"}
        </ActionButton>
      ))}
    </HStack>
  );
}
