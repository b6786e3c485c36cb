// core/loudness: what a change of power sounds like, and the level at a distance.
export {
  LOUDNESS_SCHOOLS,
  loudnessRatio,
  powerRatioForLoudness,
  soundPressureLevelDb,
  type LoudnessSchool,
} from "./loudness";
