import { ComplexTransform } from "./complexTransform";
import type { RealTransform } from "./types";

/**
 * N real points as N/2 complex ones, then split into the spectrum of the whole, in plain
 * TypeScript: for short lengths, and where there is no WebAssembly.
 * @param length even, of the form 2^a 3^b 5^c
 * @see W. H. Press et al., Numerical Recipes, 3rd ed., 2007, section 12.3.2
 */
export const plainRealTransform = (length: number): RealTransform => {
  const half = length / 2;
  const complex = new ComplexTransform(half);
  const input = new Float64Array(length);
  const re = new Float64Array(half + 1);
  const im = new Float64Array(half + 1);
  const packedRe = re.subarray(0, half);
  const packedIm = im.subarray(0, half);
  const cosines = new Float64Array(half + 1);
  const sines = new Float64Array(half + 1);
  for (let k = 0; k <= half; k++) {
    cosines[k] = Math.cos((Math.PI * k) / half);
    sines[k] = Math.sin((Math.PI * k) / half);
  }
  const run = () => {
    for (let k = 0; k < half; k++) {
      packedRe[k] = input[2 * k];
      packedIm[k] = input[2 * k + 1];
    }
    complex.transformInto(packedRe, packedIm);
    const zeroRe = re[0];
    const zeroIm = im[0];
    for (let k = 1, m = half - 1; k <= m; k++, m--) {
      const evenRe = (re[k] + re[m]) / 2,
        evenIm = (im[k] - im[m]) / 2;
      const oddRe = (im[k] + im[m]) / 2,
        oddIm = (re[m] - re[k]) / 2;
      const turnedRe = oddRe * cosines[k] + oddIm * sines[k];
      const turnedIm = oddIm * cosines[k] - oddRe * sines[k];
      re[k] = evenRe + turnedRe;
      im[k] = evenIm + turnedIm;
      re[m] = evenRe - turnedRe;
      im[m] = turnedIm - evenIm;
    }
    re[0] = zeroRe + zeroIm;
    im[0] = 0;
    re[half] = zeroRe - zeroIm;
    im[half] = 0;
  };
  return { length, input, re, im, run };
};
