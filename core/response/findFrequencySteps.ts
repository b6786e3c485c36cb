import type { FrequencyStep } from "../signal";

/** Periods this much apart belong to different frequencies; wider where a period is only a few samples long. */
const CHANGE_RATIO = 0.03;
const COARSE_CHANGE_RATIO = 0.12;
const COARSE_SAMPLES = 20;
const FEWEST_PERIODS = 3;

/**
 * Stretches of steady frequency, from the times of the rising zero crossings.
 * Definition: a frequency is counted between rising zero crossings.
 */
export const findFrequencySteps = (volts: Float64Array, sampleRateHz: number): FrequencyStep[] => {
  const crossings = risingCrossings(volts);
  const segments: FrequencyStep[] = [];
  let first = 0;
  for (let k = 1; k <= crossings.length; k++) {
    if (k < crossings.length && (k - first < 2 || isSame(crossings, first, k))) continue;
    const periods = k - 1 - first;
    if (periods >= FEWEST_PERIODS) {
      const samples = crossings[k - 1] - crossings[first];
      segments.push({
        frequencyHz: (periods * sampleRateHz) / samples,
        startSeconds: crossings[first] / sampleRateHz,
        seconds: samples / sampleRateHz,
      });
    }
    first = k - 1;
  }
  return segments;
};

/** Does the period that ends at crossing k fit those since the first crossing of the segment? */
const isSame = (crossings: readonly number[], first: number, k: number): boolean => {
  const usual = (crossings[k - 1] - crossings[first]) / (k - 1 - first);
  // Short periods are judged by three together: one alone is a few samples, known to a fraction of one.
  const span = usual < COARSE_SAMPLES ? Math.min(3, k - first) : 1;
  const period = (crossings[k] - crossings[k - span]) / span;
  return (
    Math.abs(period / usual - 1) < (usual < COARSE_SAMPLES ? COARSE_CHANGE_RATIO : CHANGE_RATIO)
  );
};

/** Positions of rising zero crossings of the signal less its mean, with a hysteresis of a hundredth of its peak. */
const risingCrossings = (volts: Float64Array): number[] => {
  let sum = 0,
    peak = 0;
  for (let n = 0; n < volts.length; n++) sum += volts[n];
  const mean = sum / volts.length;
  for (let n = 0; n < volts.length; n++) peak = Math.max(peak, Math.abs(volts[n] - mean));
  const crossings: number[] = [];
  let armed = false;
  for (let n = 1; n < volts.length; n++) {
    const [before, now] = [volts[n - 1] - mean, volts[n] - mean];
    if (before < -0.01 * peak) armed = true;
    if (armed && before < 0 && now >= 0) {
      crossings.push(n - 1 + before / (before - now));
      armed = false;
    }
  }
  return crossings;
};
