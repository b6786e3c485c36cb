// core/sweep: power against distortion, from a stepped level sweep.
export { analysePowerSweep, type Progress } from "./analysePowerSweep";
export { powerAtKnee, sweepSummary } from "./figures";
export { findSteps, type FoundSteps, type SweepStep } from "./findSteps";
export { findInterruptions, type Interruption } from "./interruptions";
export {
  distortionRatio,
  powerAtClipOnset,
  powerAtDistortion,
  type DistortionMeasure,
} from "./powerAtLimit";
export type {
  ChannelConditions,
  ChannelSweep,
  PowerAtLimit,
  PowerSweepResult,
  StepReading,
  StopReason,
  SweepConditions,
  SweepStop,
} from "./types";
