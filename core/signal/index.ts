// core/signal: stimuli, all repeatable, and seeded randomness.
export { BURST_KINDS, BURST_LABELS, bursts, type Bursts } from "./bursts";
export {
  envelopeColumns,
  envelopePyramid,
  type EnvelopeColumns,
  type EnvelopePyramid,
} from "./envelopePyramid";
export { halfBandTaps, halveRate } from "./halfBand";
export { pinkNoise, silence } from "./noise";
export { seededNormal, seededUniform } from "./seededRandom";
export { steppedSweep, sweepLevels, type SteppedSweep } from "./steppedSweep";
export {
  frequencySteps,
  logFrequencies,
  logSweep,
  steppedFrequencies,
  sweepTimeConstant,
  type FrequencyStep,
  type LogSweep,
} from "./sweeps";
export {
  differenceTones,
  modulationTones,
  multitone,
  multitoneCrestFactor,
  multitoneFrequencies,
  tones,
  type StimulusFrame,
  type Tone,
} from "./tones";
export {
  MULTITONE_PERIOD_SECONDS,
  stepsOfFrequencies,
  stepsOfStimulus,
  stimulusVolts,
  type BurstName,
  type Stimulus,
} from "./stimulus";
export { withoutOffset } from "./offset";
