// core/loudness: the level at a distance, and how it sounds.
export { soundPressureLevelDb } from "./loudness";
export { LOUDNESS_SCHOOLS, loudnessRatio } from "./loudnessRatio";
