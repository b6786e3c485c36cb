import { quickThdPlusNoiseRatio } from "@/core/distortion/reading";

/** What counts as the limit of an amplifier that is tried from below. */
const LIMIT_THD_PLUS_NOISE_RATIO = 0.01;
/** Noise over a quiet tone also reads as much, but falls as the level rises. */
const RISEN_RATIO = 1.5;

/**
 * Tells, level by level from below, whether a channel is past its limit: one percent of THD+N that has risen from its least.
 * @returns takes the end of each level, a power of two of samples for each channel, in volts
 * Common practice: the one percent.
 */
export const pastLimit = (
  channelCount: number,
): ((volts: readonly Float64Array[], sampleRateHz: number) => boolean) => {
  const lowest = Array<number>(channelCount).fill(Infinity);
  return (volts, sampleRateHz) =>
    volts.some((each, channel) => {
      const ratio = quickThdPlusNoiseRatio(each, sampleRateHz) ?? 0;
      const hasRisen = ratio > RISEN_RATIO * lowest[channel];
      lowest[channel] = Math.min(lowest[channel], ratio);
      return hasRisen && ratio > LIMIT_THD_PLUS_NOISE_RATIO;
    });
};
