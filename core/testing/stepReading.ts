// For tests only: readings built by hand.
import type { HalfWave } from "../distortion";
import type { StepReading } from "../sweep";

const half = (flattened: boolean, tipVolts: number): HalfWave => ({
  shortfallRatio: flattened ? 0.02 : 0,
  tipVolts,
  tipSpreadVolts: flattened ? 0.5 : 0,
  flattenedCycleCount: flattened ? 40 : 0,
});

/** One level of a sweep: power, distortion (the same by both measures) and whether its tops are flat. */
export const stepReading = (
  powerWatts: number,
  distortionRatio: number,
  flattened = false,
): StepReading => ({
  startSeconds: 0,
  windowStartSeconds: 0,
  windowSeconds: 0.04,
  fundamentalHz: 1000,
  voltsRms: Math.sqrt(8 * powerWatts),
  powerWatts,
  powerWattsStdUncertainty: 0.005 * powerWatts,
  thdRatio: distortionRatio,
  thdPlusNoiseRatio: distortionRatio,
  harmonics: [],
  flattening: {
    present: flattened,
    firstHalf: flattened ? "both" : null,
    cycleCount: 40,
    positive: half(flattened, 4 * Math.sqrt(powerWatts)),
    negative: half(flattened, 4 * Math.sqrt(powerWatts)),
  },
  heldRatio: 1,
});
