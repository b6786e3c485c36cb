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

/** Peak volts of each level, rising; the steps in dB grow smaller towards the last. */
export const sweepLevels = ({ firstVoltsPeak, lastVoltsPeak, stepCount }: SteppedSweep): number[] => {
  requirePositive("firstVoltsPeak", firstVoltsPeak);
  requireRange("lastVoltsPeak", lastVoltsPeak, firstVoltsPeak, 1e6);
  requireRange("stepCount", stepCount, 2, 1000);
  const span = Math.log(lastVoltsPeak / firstVoltsPeak);
  return Array.from({ length: stepCount }, (_, k) => lastVoltsPeak * Math.exp(-span * (1 - k / (stepCount - 1)) ** CROWDING));
};

/**
 * A sine raised in steps, each held equally long, the level gliding from one to the next within 2 ms so that no step
 * clicks; it fades in from nothing, and out again in 2 ms after the last.
 * @param sampleRateHz more than twice the frequency
 * @returns volts
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
  for (let n = 0; n < volts.length; n++) {
    const step = Math.min(levels.length - 1, Math.floor(n / stepSamples));
    const into = n - step * stepSamples;
    const before = step === 0 ? 0 : levels[step - 1];
    let level = into < fadeSamples ? before + (levels[step] - before) * raisedCosine(into / fadeSamples) : levels[step];
    if (n >= endOfSteps) level *= raisedCosine((volts.length - n) / fadeSamples);
    volts[n] = level * Math.sin(omega * n);
  }
  return volts;
};


