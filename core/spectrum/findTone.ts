import type { Spectrum } from "./types";
import { mainLobeHalfWidthBins, windowTransform } from "./window";

/**
 * The frequency of the strongest tone between two frequencies, interpolated between bins: the position at which the
 * window's own transform has the height ratio seen in the two tallest bins. With a Blackman-Harris window and a
 * clean tone good to a few 1e-8 of the bin spacing.
 * @returns hertz, or null when nothing stands out there (silence)
 * @see Heinzel, Rüdiger, Schilling, 2002, for interpolation between bins (from memory)
 */
export const findTone = (spectrum: Spectrum, lowHz: number, highHz: number): number | null => {
  const { meanSquare, binHz, window, length } = spectrum;
  const first = Math.max(mainLobeHalfWidthBins(window) - 1, Math.ceil(lowHz / binHz), 1);
  const last = Math.min(meanSquare.length - 2, Math.floor(highHz / binHz));
  let peak = first;
  for (let k = first; k <= last; k++) if (meanSquare[k] > meanSquare[peak]) peak = k;
  if (first > last || !(meanSquare[peak] > 0)) return null;

  const upper = meanSquare[peak + 1] > meanSquare[peak - 1];
  const seen = Math.sqrt(meanSquare[upper ? peak + 1 : peak - 1] / meanSquare[peak]);
  const height = (offset: number) => {
    const { re, im } = windowTransform(window, offset, length);
    return Math.hypot(re, im);
  };
  // The neighbour grows from its least at distance 0 to equality at half a bin: bisection is safe.
  let low = 0,
    high = 0.5;
  for (let step = 0; step < 45; step++) {
    const middle = (low + high) / 2;
    if (height(1 - middle) / height(middle) < seen) low = middle;
    else high = middle;
  }
  return (peak + (upper ? 1 : -1) * ((low + high) / 2)) * binHz;
};
