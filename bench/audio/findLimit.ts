import { quickThdPlusNoiseRatio } from "@/core/distortion";
import { sweepLevels } from "@/core/signal";
import type { InstrumentRecording, RecordingMoment, RecordingRequest, Watch } from "../contract";
import type { AudioSetup } from "./setup";

/** One recording, watched. */
export type RecordOnce = (request: RecordingRequest, watch: Watch) => Promise<InstrumentRecording>;

/** From 34 dB under the source's most on. */
const SEARCH = { frequencyHz: 1000, stepCount: 52, stepSeconds: 0.1, firstRatio: 0.02 };
/** What counts as the limit. */
const LIMIT_THD_PLUS_NOISE_RATIO = 0.01;
/** Noise over a quiet tone also reads as much, but falls as the level rises. */
const RISEN_RATIO = 1.5;
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
  const lowest = drives.map(() => Infinity);
  let limit = levels[levels.length - 1];
  let stepsDone = 0;
  const endAt = (step: number): "end" => {
    limit = levels[Math.max(0, step)];
    return "end";
  };
  const isPast = (volts: readonly Float64Array[]): boolean =>
    volts.some((each, channel) => {
      const ratio = quickThdPlusNoiseRatio(each.subarray(0, count), sampleRateHz) ?? 0;
      const hasRisen = ratio > RISEN_RATIO * lowest[channel];
      lowest[channel] = Math.min(lowest[channel], ratio);
      return hasRisen && ratio > LIMIT_THD_PLUS_NOISE_RATIO;
    });
  await recordOnce(
    { stimulus: { kind: "level-sweep", ...sweep }, sampleRateHz, drives, number: 0 },
    (moment: RecordingMoment) => {
      if (watch(moment) === "end") return endAt(stepsDone - 1);
      const steps = Math.floor(moment.seconds / stepSeconds);
      if (steps === stepsDone) return "go-on";
      stepsDone = steps;
      // The end of the step that is just over, where it has settled.
      const beyond = moment.seconds - steps * stepSeconds;
      return isPast(moment.last(count / sampleRateHz + beyond).volts) ? endAt(steps - 2) : "go-on";
    },
  );
  return limit / Math.SQRT2;
};
