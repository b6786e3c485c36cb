// core/sweep: power against distortion, from the levels of a sweep. How levels are found and read in a recording is in reading.ts, apart,
// so that a page that only shows them does not bring it along.
export { clippedSine, overdriveAt } from "./clippedSine";
export { powerAtKnee } from "./knee";
export { sweepSummary } from "./sweepSummary";
export {
  bumpBelowLimit,
  distortionRatio,
  outputWithin,
  powerAtClipOnset,
  powerAtDistortion,
  type DistortionMeasure,
} from "./powerAtLimit";
export type {
  ChannelSweep,
  PowerAtLimit,
  PowerSweepResult,
  StepReading,
  StopReason,
  SweepConditions,
  SweepStop,
} from "./types";
