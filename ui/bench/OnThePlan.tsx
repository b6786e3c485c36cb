import { Box, HStack, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef } from "react";
import { RUN_KINDS, type RunKind } from "@/core/run";
import { conditionsText, type NextPlanned, type SkippedRun } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { useBenchEngine } from "./engine/BenchEngine";
import { planJobs, type PlanBench } from "./planJobs";

/** Where the plan stands: what comes next, what is passed over and why, and all that is open with one key. */
export function OnThePlan({
  planned: { next, open, skipped, madeCount, plannedCount },
  kind,
  onChoose,
  isSimulated,
  bench,
}: {
  planned: NextPlanned;
  kind: RunKind;
  onChoose(kind: RunKind): void;
  /** Only the simulated bench plays by itself. */
  isSimulated: boolean;
  bench: PlanBench;
}) {
  const engine = useBenchEngine();
  const canPlayAll = isSimulated && engine.state.job === null && open.length > 1;
  const playAll = () => engine.start(planJobs(open, bench));
  const latest = useRef(playAll);
  useEffect(() => {
    latest.current = playAll;
  });
  useKeys(
    useMemo(
      () =>
        canPlayAll ? [{ key: "p", label: "Play the whole plan", run: () => latest.current() }] : [],
      [canPlayAll],
    ),
  );
  return (
    <Box color="muted" fontSize="14.5px">
      {next ? (
        <>
          Next on the plan: <b>{RUN_KINDS[next.kind].title}</b>, {conditionsText(next)}.
        </>
      ) : (
        skipped.length === 0 && "All planned runs are done."
      )}{" "}
      {madeCount} of {plannedCount} runs done.
      {skipped.length > 0 && (
        <Text color="ochre">
          Skipped for now: {skipped.slice(0, MOST_SHOWN).map(skippedText).join("; ")}
          {skipped.length > MOST_SHOWN ? `; and ${skipped.length - MOST_SHOWN} more` : ""}.
        </Text>
      )}
      <HStack gap={2} mt={1}>
        {next && next.kind !== kind && (
          <ActionButton
            minH="32px"
            h="32px"
            px={3}
            fontSize="13.5px"
            onClick={() => onChoose(next.kind)}
          >
            Include
          </ActionButton>
        )}
        {canPlayAll && (
          <ActionButton minH="32px" h="32px" px={3} fontSize="13.5px" hotkey="P" onClick={playAll}>
            Play the whole plan, {open.length} runs
          </ActionButton>
        )}
      </HStack>
    </Box>
  );
}

const MOST_SHOWN = 3;
const skippedText = ({ run, reason }: SkippedRun): string =>
  `${RUN_KINDS[run.kind].title} (${reason})`;
