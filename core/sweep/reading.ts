// core/sweep/reading: the levels of a stepped sweep, found and read in a recording.
export { analysePowerSweep, type TellProgress } from "./analysePowerSweep";
export { findSteps, type FoundSteps, type SweepStep } from "./findSteps";
export { findInterruptions, type Interruption } from "./interruptions";
