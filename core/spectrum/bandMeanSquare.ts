import type { Spectrum } from "./types";

/**
 * Mean square (V^2) between two frequencies, both ends included: the sum of the bins whose centres lie there.
 * 0 when none does.
 * @see Parseval’s theorem; G. Heinzel, A. Rüdiger, R. Schilling, Spectrum and Spectral Density Estimation by the DFT, 2002, for the noise bandwidth
 */
export const bandMeanSquare = (
  { meanSquare, binHz }: Pick<Spectrum, "meanSquare" | "binHz">,
  lowHz: number,
  highHz: number,
): number => {
  const last = Math.min(meanSquare.length - 1, Math.floor(highHz / binHz + 1e-9));
  let sum = 0;
  for (let k = Math.max(0, Math.ceil(lowHz / binHz - 1e-9)); k <= last; k++) sum += meanSquare[k];
  return sum;
};
