// core/distortion/reading: what an amplifier adds to a single tone, and whether its tops flatten, from samples.
export { analyseTone, toneOptions } from "./analyseTone";
export { fitFlanks } from "./flankModel";
export { FLATTENING_CRITERION_RATIO, readFlattening } from "./flattening";
export { quickThdPlusNoiseRatio } from "./quickReading";
export { linearResidual, toneResidual } from "./residual";
