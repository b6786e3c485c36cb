import type { WindowName } from "./window";

/**
 * A one-sided spectrum of a real signal in volts. `meanSquare[k]` (V^2) is scaled for noise: the sum over a band is
 * the mean square in that band, and the sum over a tone's whole main lobe is that tone's mean square. A tone alone
 * in the middle of bin k has mean square meanSquare[k] * noiseBandwidthBins(window).
 */
export type Spectrum = {
  window: WindowName;
  /** Samples transformed. */
  length: number;
  sampleRateHz: number;
  /** Spacing of the bins. */
  binHz: number;
  /** Bins 0 to length / 2. */
  meanSquare: Float64Array;
  /** The transform itself, of the windowed samples, not scaled. */
  re: Float64Array;
  im: Float64Array;
};
