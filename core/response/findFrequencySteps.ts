import { fitSine } from "../fit";
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
  const covered = segments.reduce((sum, { seconds }) => sum + seconds, 0);
  const heard = ((crossings.at(-1) ?? 0) - (crossings[0] ?? 0)) / sampleRateHz;
  return covered > LEAST_COVERED * heard ? segments : [];
};

/** Noise has a few periods alike by chance; steps fill the time from the first to the last. */
const LEAST_COVERED = 0.4;

/** A step's two halves agree to this; a glide's differ by a percent and more. */
const GLIDE_RATIO = 0.004;
const CYCLES_TO_TELL = 5;
const SAMPLES_TO_TELL = 16;

/**
 * Whether a recording glides through frequencies instead of stepping: in most stretches the second half is higher, or lower, than the first.
 * Chosen here, because a step holds its frequency and a glide does not.
 */
export const glides = (
  volts: Float64Array,
  sampleRateHz: number,
  segments: readonly FrequencyStep[],
): boolean => {
  const known = segments.filter(
    ({ frequencyHz, seconds }) =>
      frequencyHz * seconds >= CYCLES_TO_TELL && 0.4 * seconds * sampleRateHz >= SAMPLES_TO_TELL,
  );
  const gliding = known.filter(({ frequencyHz, startSeconds, seconds }) => {
    const [early, late] = [0.1, 0.5].map((from) => {
      const part = volts.subarray(
        Math.round((startSeconds + from * seconds) * sampleRateHz),
        Math.round((startSeconds + (from + 0.4) * seconds) * sampleRateHz),
      );
      return fitSine(part, sampleRateHz, frequencyHz);
    });
    return (
      early.settled &&
      late.settled &&
      Math.abs(late.frequencyHz / early.frequencyHz - 1) > GLIDE_RATIO
    );
  });
  return known.length > 2 && gliding.length > known.length / 2;
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
