// core/distortion: what an amplifier adds to a single tone, and whether its tops flatten.
export { analyseTone, toneOptions } from "./analyseTone";
export { effectiveBits, harmonicLead, toneSummary, topsText, type HarmonicLead } from "./character";
export { isInBand } from "./isInBand";
export { fitFlanks } from "./flankModel";
export { FLATTENING_CRITERION_RATIO, readFlattening } from "./flattening";
export { quickThdPlusNoiseRatio } from "./quickReading";
export { linearResidual, toneResidual } from "./residual";
export { TONE_DEFAULTS } from "./types";
export type { Band, Flattening, Half, HalfWave, Harmonic, ToneOptions, ToneReading } from "./types";
