import { logSpaced } from "../numeric";
import { requirePositive, requireRange } from "../units";
import { fadeInto } from "./fade";

/** A sine whose frequency rises exponentially: the same time for every octave. */
export type LogSweep = { lowHz: number; highHz: number; seconds: number };

/**
 * Seconds in which the frequency grows by a factor of e. Harmonic k runs ln k times this ahead.
 * @see A. Farina, Simultaneous Measurement of Impulse Response and Distortion with a Swept-Sine Technique, AES 108th Convention, 2000
 */
export const sweepTimeConstant = ({ lowHz, highHz, seconds }: LogSweep): number =>
  seconds / Math.log(highHz / requirePositive("lowHz", lowHz));

/**
 * The logarithmic sweep with short fades, peak volts as given.
 * @see A. Farina, 108th AES Convention, 2000, preprint 5093
 */
export const logSweep = (
  sweep: LogSweep,
  voltsPeak: number,
  sampleRateHz: number,
): Float64Array => {
  requireRange("highHz", sweep.highHz, sweep.lowHz, sampleRateHz / 2);
  const scale = sweepTimeConstant(sweep);
  const volts = new Float64Array(Math.round(sweep.seconds * sampleRateHz));
  for (let n = 0; n < volts.length; n++)
    volts[n] =
      voltsPeak *
      Math.sin(2 * Math.PI * sweep.lowHz * scale * (Math.exp(n / sampleRateHz / scale) - 1));
  return fadeInto(volts, sampleRateHz, Math.min(0.01, sweep.seconds / 50));
};

/** A stretch of one frequency, as it was played or found. */
export type FrequencyStep = { frequencyHz: number; startSeconds: number; seconds: number };

/**
 * Frequencies evenly spaced in logarithm, so many to a decade, from low to high (both included).
 * Definition: equal ratios.
 */
export const logFrequencies = (
  lowHz: number,
  highHz: number,
  pointsPerDecade: number,
): number[] => {
  const decades = Math.log10(
    requireRange("highHz", highHz, lowHz, 1e6) / requirePositive("lowHz", lowHz),
  );
  const count = Math.max(
    1,
    Math.round(decades * requireRange("pointsPerDecade", pointsPerDecade, 1, 1000)),
  );
  return logSpaced(lowHz, highHz, count + 1);
};

/**
 * How long each frequency is held: long enough for settling and for whole cycles at the low end.
 * Common practice: whole cycles, after settling.
 */
export const frequencySteps = (
  frequencies: readonly number[],
  leastSeconds: number,
  leastCycles: number,
): FrequencyStep[] => {
  let startSeconds = 0;
  return frequencies.map((frequencyHz) => {
    // A whole number of cycles, so that one step ends and the next begins at a rising zero.
    const cycles = Math.max(leastCycles, Math.ceil(leastSeconds * frequencyHz));
    const step = { frequencyHz, startSeconds, seconds: cycles / frequencyHz };
    startSeconds += step.seconds;
    return step;
  });
};

/** A sine stepped through frequencies, joined at rising zeros, all of one level. Common practice: stepped sines, each from a zero. */
export const steppedFrequencies = (
  steps: readonly FrequencyStep[],
  voltsPeak: number,
  sampleRateHz: number,
): Float64Array => {
  const last = steps[steps.length - 1];
  const volts = new Float64Array(Math.round((last.startSeconds + last.seconds) * sampleRateHz));
  for (const { frequencyHz, startSeconds, seconds } of steps) {
    requireRange("frequencyHz", frequencyHz, 0.001, sampleRateHz / 2);
    const end = Math.min(volts.length, Math.ceil((startSeconds + seconds) * sampleRateHz));
    for (let n = Math.ceil(startSeconds * sampleRateHz); n < end; n++)
      volts[n] =
        voltsPeak * Math.sin(2 * Math.PI * frequencyHz * (n / sampleRateHz - startSeconds));
  }
  return volts;
};
