// core/sweep: power against distortion, from a stepped level sweep.
export { analysePowerSweep, type Progress } from "./analysePowerSweep";
export { clippedSine, overdriveAt } from "./clippedSine";
export { powerAtKnee } from "./knee";
export { sweepSummary } from "./sweepSummary";
export { findSteps, type FoundSteps, type SweepStep } from "./findSteps";
export { findInterruptions, type Interruption } from "./interruptions";
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
