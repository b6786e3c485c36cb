// core/loudness: the level at a distance.
export { soundPressureLevelDb } from "./loudness";
