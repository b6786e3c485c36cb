/** Frequencies between which noise and distortion count, both included. */
export type Band = { lowHz: number; highHz: number };

export type ToneOptions = {
  band: Band;
  /** Where to look for the fundamental: the strongest tone in this span. */
  search: Band;
};

/** Options completed by `toneOptions`. The band is that of AES17 for THD+N. */
export const TONE_DEFAULTS: ToneOptions = {
  band: { lowHz: 20, highHz: 20_000 },
  search: { lowHz: 10, highHz: 22_000 },
};

/** One harmonic: amplitude over the fundamental's, and its phase. */
export type Harmonic = { order: number; ratio: number };

/** What one half of a waveform does at its tips. Ratios are over the amplitude the flanks point to. */
export type HalfWave = {
  /** How far the tips stay short of where the flanks point, mean over all cycles. 0.01 is 1 %. 0 where the spectrum rules flat tops out. */
  shortfallRatio: number;
  /** Mean voltage of the tips, positive in both halves. */
  tipVolts: number;
  /** Highest less lowest tip: supply ripple printed on flat tops. */
  tipSpreadVolts: number;
  flattenedCycleCount: number;
};

export type Half = "positive" | "negative";

export type Flattening = {
  present: boolean;
  firstHalf: Half | "both" | null;
  cycleCount: number;
  positive: HalfWave;
  negative: HalfWave;
};

/** A single-tone reading of one channel. All distortion ratios are amplitude ratios. */
export type ToneReading = {
  fundamentalHz: number;
  /** What noise leaves uncertain of it; the recorder's clock is not counted. */
  fundamentalHzStdUncertainty: number;
  /** Root of the mean square, offset included. */
  voltsRms: number;
  fundamentalVoltsRms: number;
  voltsPeakPositive: number;
  voltsPeakNegative: number;
  dcVolts: number;
  /** Harmonics 2 to the last in the band, root sum square over the fundamental. */
  thdRatio: number;
  /** What noise between the harmonics leaves uncertain of thdRatio and of thdPlusNoiseRatio. */
  thdRatioStdUncertainty: number;
  thdPlusNoiseRatioStdUncertainty: number;
  /** Residual in the band over the total in the band (fundamental and residual). Its inverse is SINAD. */
  thdPlusNoiseRatio: number;
  /** Residual in the band over the fundamental. */
  thdPlusNoiseOverFundamentalRatio: number;
  harmonics: readonly Harmonic[];
  flattening: Flattening;
  /** Which of the two methods read it; see the core's README, "Single tones". */
  method: "harmonic-fit" | "spectrum";
};
