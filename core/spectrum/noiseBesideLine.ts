import { bandMeanSquare } from "./bandMeanSquare";
import type { Spectrum } from "./types";
import { mainLobeHalfWidthBins, noiseBandwidthBins } from "./window";

/** Bins on each side of a lobe that tell of the noise there. */
const BINS_BESIDE = 12;

/**
 * Mean square (V^2) that noise of the surroundings puts into the reading of a line by lineAmplitude: that of one noise
 * bandwidth of the window. Its square root over the line's volts is the line's standard uncertainty, roughly.
 * @see F. J. Harris, Proc. IEEE 66, 1978, equivalent noise bandwidth
 */
export const noiseBesideLine = (spectrum: Spectrum, frequencyHz: number): number => {
  const lobe = (mainLobeHalfWidthBins(spectrum.window) + 1) * spectrum.binHz;
  const width = BINS_BESIDE * spectrum.binHz;
  const beside =
    bandMeanSquare(spectrum, frequencyHz - lobe - width, frequencyHz - lobe) +
    bandMeanSquare(spectrum, frequencyHz + lobe, frequencyHz + lobe + width);
  return (beside / (2 * BINS_BESIDE)) * noiseBandwidthBins(spectrum.window);
};
