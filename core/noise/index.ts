// core/noise: idle noise, weighted and not, and the mains lines in it.
export {
  analyseNoise,
  type NoiseConditions,
  type NoiseRatios,
  type NoiseReading,
} from "./analyseNoise";
export { findMainsHum, type MainsHum, type MainsLine } from "./mainsLines";
export {
  aWeightingRatio,
  cWeightingRatio,
  itu468WeightingRatio,
  WEIGHTINGS,
  type WeightingName,
} from "./weighting";
