import { success, type Outcome } from "../outcome";
import { checkChannel, silentResult, unread, withCautions } from "./checked";
import { RUN_KINDS } from "./runKinds";
import { RUN_METHODS } from "./runMethods";
import type { AnalysisConditions, ChannelResult, RunKind, Recorded } from "./types";

/**
 * Reads the recordings of a run, whatever its kind, after a look at whether they hold what it takes. A channel that holds
 * nothing is named, and the others are read all the same. What cannot be said in numbers (the level of silence, a ratio to
 * nothing) is refused here, so that it is neither shown nor kept.
 * Each kind names the source of its method in core/run/methods.
 */
export const analyseRun = (
  kind: RunKind,
  recordings: readonly Recorded[],
  conditions: AnalysisConditions,
  onProgress?: (doneRatio: number) => void,
): Outcome<ChannelResult[]> => {
  const read = (some: readonly Recorded[]) => analysed(kind, some, conditions, onProgress);
  const count = recordings[0]?.volts.length ?? 0;
  if (count === 0 || recordings.some(({ volts }) => volts.length !== count))
    return read(recordings);
  const checks = Array.from({ length: count }, (_, channel) =>
    checkChannel(RUN_KINDS[kind], recordings, channel, conditions),
  );
  const good = checks.flatMap(({ refusal }, channel) => (refusal ? [] : [channel]));
  const refused = checks.find(({ refusal }) => refusal)?.refusal;
  // Claims are judged by the levels of every channel: there a missing one is left to the reviewer to take out.
  if (refused && (good.length === 0 || RUN_KINDS[kind].speaksTo === "power"))
    return { ok: false, finding: refused };
  const outcome = read(refused ? recordings.map((each) => ofChannels(each, good)) : recordings);
  // Where the others alone cannot be read, it is because of the one that was left out.
  if (!outcome.ok) return refused ? { ok: false, finding: refused } : outcome;
  const results = outcome.value;
  // A run of the whole amplifier has one result, whichever channels it heard.
  if (results.length !== good.length)
    return success(results.map((each) => withCautions(each, checks[good[0]].cautions)));
  return success(
    checks.map(({ refusal, cautions }, channel) =>
      refusal
        ? unread(results[0], refusal)
        : withCautions(results[good.indexOf(channel)], cautions),
    ),
  );
};

const ofChannels = (recorded: Recorded, channels: readonly number[]): Recorded => ({
  ...recorded,
  volts: channels.map((channel) => recorded.volts[channel]),
  loads: channels.map((channel) => recorded.loads[channel]).filter((load) => load !== undefined),
});

const analysed = (
  kind: RunKind,
  recordings: readonly Recorded[],
  conditions: AnalysisConditions,
  onProgress?: (doneRatio: number) => void,
): Outcome<ChannelResult[]> => {
  const outcome = RUN_METHODS[kind].analyse(recordings, conditions, onProgress);
  if (!outcome.ok) return outcome;
  const silent = outcome.value.findIndex((channel) => !isExpressible(channel));
  if (silent < 0) return outcome;
  return { ok: false, finding: silentResult(silent) };
};

const isExpressible = ({ figures, curves, bursts }: ChannelResult): boolean =>
  figures.every(
    ({ value, stdUncertainty }) => isFiniteOrNull(value) && isFiniteOrNull(stdUncertainty),
  ) &&
  curves.every(({ points }) => points.every((point) => point.every(Number.isFinite))) &&
  bursts.every(({ powerWatts }) => powerWatts.every(Number.isFinite));

const isFiniteOrNull = (value: number | null): boolean => value === null || Number.isFinite(value);
