import { sweepLevels } from "@/core/signal";
import type { InstrumentRecording, RecordingMoment, RecordingRequest, Watch } from "../contract";
import { pastLimit } from "../pastLimit";
import type { AudioSetup } from "./setup";

/** One recording, watched. */
export type RecordOnce = (request: RecordingRequest, watch: Watch) => Promise<InstrumentRecording>;

/** From 34 dB under the source's most on. */
const SEARCH = { frequencyHz: 1000, stepCount: 52, stepSeconds: 0.1, firstRatio: 0.02 };
/** What is read of a step, at its end: no more than this, a power of two of samples. */
const READ_SECONDS = 0.06;

/**
 * Raises a tone step by step until a channel distorts by one percent, a guard ends it, or the source gives no more.
 * @returns RMS volts of the drive of the last step before
 */
export const findLimit = async (
  recordOnce: RecordOnce,
  { sampleRateHz, mostVoltsPeak }: Pick<AudioSetup, "sampleRateHz" | "mostVoltsPeak">,
  drives: readonly boolean[],
  watch: Watch,
): Promise<number> => {
  const { firstRatio, stepSeconds, ...steps } = SEARCH;
  const sweep = {
    ...steps,
    stepSeconds,
    firstVoltsPeak: firstRatio * mostVoltsPeak,
    lastVoltsPeak: mostVoltsPeak,
  };
  const levels = sweepLevels(sweep);
  const count = 2 ** Math.floor(Math.log2(READ_SECONDS * sampleRateHz));
  const isPast = pastLimit(drives.length);
  let limit = levels[levels.length - 1];
  let stepsDone = 0;
  const endAt = (step: number): "end" => {
    limit = levels[Math.max(0, step)];
    return "end";
  };
  await recordOnce(
    { stimulus: { kind: "level-sweep", ...sweep }, sampleRateHz, drives, number: 0 },
    (moment: RecordingMoment) => {
      if (watch(moment) === "end") return endAt(stepsDone - 1);
      const steps = Math.floor(moment.seconds / stepSeconds);
      if (steps === stepsDone) return "go-on";
      stepsDone = steps;
      // The end of the step that is just over, where it has settled.
      const beyond = moment.seconds - steps * stepSeconds;
      const { volts } = moment.last(count / sampleRateHz + beyond);
      const ends = volts.map((each) => each.subarray(0, count));
      return isPast(ends, sampleRateHz) ? endAt(steps - 2) : "go-on";
    },
  );
  return limit / Math.SQRT2;
};
