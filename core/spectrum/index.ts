// core/spectrum: from a calibrated capture in volts to a spectrum, its tones and its bands.
export {
  averagedSpectrum,
  AVERAGING_DEFAULTS,
  type AveragedSpectrum,
  type AveragingOptions,
} from "./averagedSpectrum";
export { bandMeanSquare } from "./bandMeanSquare";
export { inverseTransform, transformOf } from "./complexSpectrum";
export { findTone } from "./findTone";
export { lineAmplitude } from "./lineAmplitude";
export { noiseBesideLine } from "./noiseBesideLine";
export { passingSpectrum, powerSpectrum } from "./powerSpectrum";
export { standsOut, strongestLine, type SpectralLine } from "./strongestLine";
export {
  coherentGain,
  LOBE_BINS,
  mainLobeHalfWidthBins,
  noiseBandwidthBins,
  powerScatterRatio,
  windowSamples,
} from "./window";
export type { Spectrum } from "./types";
export type { WindowName } from "./window";
