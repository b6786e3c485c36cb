import type { Spectrum } from "./types";
import { mainLobeHalfWidthBins, windowTransform } from "./window";

/**
 * Amplitude (volts peak) and phase of a line at a known frequency: the window's transform fitted to the bins of the
 * main lobe by least squares. It takes in far less noise than summing the lobe. The line must lie a lobe's half
 * width clear of 0, of half the sample rate and of other lines.
 * @returns peak volts and the phase of cos(2 pi f t + phase) at the first sample transformed
 * @see F. J. Harris, On the Use of Windows, Proc. IEEE 66, 1978
 */
export const lineAmplitude = (
  spectrum: Spectrum,
  frequencyHz: number,
): { voltsPeak: number; phaseRadians: number } => {
  const { re, im, binHz, window, length } = spectrum;
  const position = frequencyHz / binHz;
  const reach = mainLobeHalfWidthBins(window) - 1;
  let sumRe = 0,
    sumIm = 0,
    weight = 0;
  for (
    let k = Math.max(0, Math.ceil(position - reach));
    k <= Math.min(re.length - 1, Math.floor(position + reach));
    k++
  ) {
    const shape = windowTransform(window, k - position, length);
    sumRe += re[k] * shape.re + im[k] * shape.im;
    sumIm += im[k] * shape.re - re[k] * shape.im;
    weight += shape.re * shape.re + shape.im * shape.im;
  }
  if (weight === 0) return { voltsPeak: 0, phaseRadians: 0 };
  return {
    voltsPeak: (2 * Math.hypot(sumRe, sumIm)) / (weight * length),
    phaseRadians: Math.atan2(sumIm, sumRe),
  };
};
