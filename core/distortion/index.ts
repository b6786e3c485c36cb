// core/distortion: what is said of the distortion of a single tone. How it is read from samples is in reading.ts, apart, so that a
// page that only shows readings does not bring it along.
export { effectiveBits, harmonicLead, toneSummary, topsText, type HarmonicLead } from "./character";
export { isInBand } from "./isInBand";
export { TONE_DEFAULTS } from "./types";
export type { Band, Flattening, Half, HalfWave, Harmonic, ToneOptions, ToneReading } from "./types";
