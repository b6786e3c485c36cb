import { meanOf } from "../numeric";
import { toneEnvelope } from "./envelope";
import type { StepReading } from "./types";

/** Up to half of its highest volts nothing holds an amplifier back: what moves there was moved. Chosen here. */
const FREE_RATIO = 0.5;
/** Of the distortion that was read so much must be what the moving level makes. */
const EXPLAINED_SHARE = 0.5;
/** Less is what any source and room do. */
const LEAST_RATIO = 1e-4;
/** One level of many may be caught as it was changed. */
const FEWEST = 2;
const FEWEST_SHARE = 0.25;
/** Of fewer cycles nothing can be said. */
const FEWEST_CYCLES = 6;

/**
 * Levels that changed while they were read, so that the change was read as distortion: a knob that is turned, steps that are too short to
 * be distinguished.
 * @param volts the channel that they were read from
 * @returns those of the lower half of its volts; empty where hardly one moved
 * Definition: about its mean a level that steps up by d half way leaves d/2 beside the tone, one that grows evenly by d leaves d over the root of 12.
 */
export const unsteadyLevels = (
  steps: readonly StepReading[],
  volts: Float64Array,
  sampleRateHz: number,
): StepReading[] => {
  const highest = steps.reduce((most, { voltsRms }) => Math.max(most, voltsRms), 0);
  const moved = steps.filter((step) => {
    if (step.voltsRms > FREE_RATIO * highest) return false;
    const made = Math.abs(changeWithin(step, volts, sampleRateHz)) / 2;
    return made > LEAST_RATIO && made > EXPLAINED_SHARE * step.thdPlusNoiseRatio;
  });
  return moved.length < Math.min(FEWEST, FEWEST_SHARE * steps.length) ? [] : moved;
};

/** By which part the tone's level differs between the first and the last third of what was read. */
const changeWithin = (
  { windowStartSeconds, windowSeconds, fundamentalHz }: StepReading,
  volts: Float64Array,
  sampleRateHz: number,
): number => {
  const from = Math.round(windowStartSeconds * sampleRateHz);
  const part = volts.subarray(from, from + Math.round(windowSeconds * sampleRateHz));
  const { voltsPeak } = toneEnvelope(part, sampleRateHz, fundamentalHz);
  if (voltsPeak.length < FEWEST_CYCLES) return 0;
  const third = Math.floor(voltsPeak.length / 3);
  return meanOf(voltsPeak.subarray(-third)) / meanOf(voltsPeak.subarray(0, third)) - 1;
};
