import { failure, type Outcome } from "../outcome";
import { RUN_METHODS } from "./runMethods";
import type { AnalysisConditions, ChannelResult, RunKind, Recorded } from "./types";

/**
 * Reads the recordings of a run, whatever its kind. What cannot be said in numbers (the level of silence, a ratio to nothing) is
 * refused here, so that it is neither shown nor kept.
 * Each kind names the source of its method in core/run/methods.
 */
export const analyseRun = (
  kind: RunKind,
  recordings: readonly Recorded[],
  conditions: AnalysisConditions,
  onProgress?: (doneRatio: number) => void,
): Outcome<ChannelResult[]> => {
  const outcome = RUN_METHODS[kind].analyse(recordings, conditions, onProgress);
  if (!outcome.ok) return outcome;
  const silent = outcome.value.findIndex((channel) => !isExpressible(channel));
  if (silent < 0) return outcome;
  return failure(
    "no-signal",
    `Channel ${silent + 1}`,
    "there is nothing in it that could be read: it is silent, or holds nothing but a constant voltage. Check that the channel is connected and not muted, then record again.",
  );
};

const isExpressible = ({ figures, curves, bursts }: ChannelResult): boolean =>
  figures.every(
    ({ value, stdUncertainty }) => isFiniteOrNull(value) && isFiniteOrNull(stdUncertainty),
  ) &&
  curves.every(({ points }) => points.every((point) => point.every(Number.isFinite))) &&
  bursts.every(({ powerWatts }) => powerWatts.every(Number.isFinite));

const isFiniteOrNull = (value: number | null): boolean => value === null || Number.isFinite(value);
