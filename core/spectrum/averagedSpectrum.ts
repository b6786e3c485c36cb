import { requireRange } from "../units";
import { fastLength } from "./fft/fastLength";
import { passingSpectrum } from "./powerSpectrum";
import type { WindowName } from "./window";

export type AveragingOptions = { window: WindowName; segmentSamples: number; overlapRatio: number };

/** Mean squares only: averaging keeps power, not phase. Scaled like Spectrum. */
export type AveragedSpectrum = {
  window: WindowName;
  length: number;
  sampleRateHz: number;
  binHz: number;
  meanSquare: Float64Array;
  segmentCount: number;
};

/** Half-overlapping Hann segments use all samples alike, about. */
export const AVERAGING_DEFAULTS: AveragingOptions = {
  window: "hann",
  segmentSamples: 65_536,
  overlapRatio: 0.5,
};

/**
 * The mean of the spectra of overlapping segments: noise scatters less by the square root of their number.
 * @param volts at least one segment
 * @throws {RangeError} when there are fewer samples than a segment, or options are out of range
 * @see P. D. Welch, IEEE Trans. Audio Electroacoust. 15, 1967
 */
export const averagedSpectrum = (
  volts: Float64Array,
  sampleRateHz: number,
  given: Partial<AveragingOptions> = {},
): AveragedSpectrum => {
  const { window, segmentSamples, overlapRatio } = { ...AVERAGING_DEFAULTS, ...given };
  requireRange("overlapRatio", overlapRatio, 0, 0.95);
  const length = fastLength(requireRange("segmentSamples", segmentSamples, 16, volts.length));
  const step = Math.max(1, Math.round(length * (1 - overlapRatio)));
  const segmentCount = 1 + Math.floor((volts.length - length) / step);
  const meanSquare = new Float64Array(length / 2 + 1);
  for (let segment = 0; segment < segmentCount; segment++) {
    const part = passingSpectrum(
      volts.subarray(segment * step, segment * step + length),
      sampleRateHz,
      window,
    ).meanSquare;
    for (let k = 0; k < meanSquare.length; k++) meanSquare[k] += part[k] / segmentCount;
  }
  return { window, length, sampleRateHz, binHz: sampleRateHz / length, meanSquare, segmentCount };
};
