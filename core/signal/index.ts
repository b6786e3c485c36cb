// core/signal: stimuli and repeatable randomness.
export { seededNormal, seededUniform } from "./seededRandom";
export { steppedSweep, sweepLevels, type SteppedSweep } from "./steppedSweep";
