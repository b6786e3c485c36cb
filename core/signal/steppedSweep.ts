import { requirePositive, requireRange } from "../units";
import { raisedCosine } from "./fade";

export type SteppedSweep = {
  frequencyHz: number;
  /** Peak volts of the first and last level. */
  firstVoltsPeak: number;
  lastVoltsPeak: number;
  stepCount: number;
  stepSeconds: number;
};

/** Exponent that crowds the levels towards the top, where an amplifier's limit lies. */
const CROWDING = 2.2;
const FADE_SECONDS = 0.002;

/**
 * Peak volts of each level, rising; the steps in dB grow smaller towards the last.
 * Chosen here, because near the limit small steps tell most.
 */
export const sweepLevels = ({
  firstVoltsPeak,
  lastVoltsPeak,
  stepCount,
}: SteppedSweep): number[] => {
  requirePositive("firstVoltsPeak", firstVoltsPeak);
  requireRange("lastVoltsPeak", lastVoltsPeak, firstVoltsPeak, 1e6);
  requireRange("stepCount", stepCount, 2, 1000);
  const span = Math.log(lastVoltsPeak / firstVoltsPeak);
  return Array.from(
    { length: stepCount },
    (_, k) => lastVoltsPeak * Math.exp(-span * (1 - k / (stepCount - 1)) ** CROWDING),
  );
};

/**
 * A sine raised in steps, each held equally long, the level gliding from one to the next within 2 ms so that no step
 * clicks; it fades in from nothing, and out again in 2 ms after the last.
 * @param sampleRateHz more than twice the frequency
 * @returns volts
 * Definition: equal holds, joined by short glides.
 */
export const steppedSweep = (sweep: SteppedSweep, sampleRateHz: number): Float64Array => {
  requireRange("frequencyHz", sweep.frequencyHz, 0.1, sampleRateHz / 2);
  requirePositive("stepSeconds", sweep.stepSeconds);
  const levels = sweepLevels(sweep);
  const stepSamples = Math.round(sweep.stepSeconds * sampleRateHz);
  const fadeSamples = Math.min(stepSamples, Math.round(FADE_SECONDS * sampleRateHz));
  const endOfSteps = levels.length * stepSamples;
  const volts = new Float64Array(endOfSteps + fadeSamples);
  const omega = (2 * Math.PI * sweep.frequencyHz) / sampleRateHz;
  for (let step = 0, before = 0; step < levels.length; before = levels[step++]) {
    const first = step * stepSamples;
    for (let n = first; n < first + fadeSamples; n++)
      volts[n] =
        (before + (levels[step] - before) * raisedCosine((n - first) / fadeSamples)) *
        Math.sin(omega * n);
    sineInto(volts, levels[step], omega, { first: first + fadeSamples, end: first + stepSamples });
  }
  for (let n = endOfSteps; n < volts.length; n++)
    volts[n] =
      levels[levels.length - 1] *
      raisedCosine((volts.length - n) / fadeSamples) *
      Math.sin(omega * n);
  return volts;
};

/** Rotating a phase step by step is quicker than a sine a sample; starting afresh this often keeps its rounding at 1e-14. */
const FRESH_EVERY = 128;

const sineInto = (
  volts: Float64Array,
  level: number,
  omega: number,
  { first, end }: { first: number; end: number },
): void => {
  const turnCosine = Math.cos(omega),
    turnSine = Math.sin(omega);
  for (let start = first; start < end; start += FRESH_EVERY) {
    let sine = level * Math.sin(omega * start),
      cosine = level * Math.cos(omega * start);
    for (let n = start; n < Math.min(end, start + FRESH_EVERY); n++) {
      volts[n] = sine;
      const turned = sine * turnCosine + cosine * turnSine;
      cosine = cosine * turnCosine - sine * turnSine;
      sine = turned;
    }
  }
};
