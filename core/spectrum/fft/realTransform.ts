import { requireRange } from "../../units";
import { ComplexTransform } from "./complexTransform";

/**
 * A forward transform of real samples, of one even length N: fill `input`, call `run`, read bins 0 to N/2 from
 * `re` and `im` (X[k] = sum of x[n] exp(-2 pi i k n / N), not scaled). Buffers are reused by the next run.
 */
export type RealTransform = {
  readonly length: number;
  readonly input: Float64Array;
  readonly re: Float64Array;
  readonly im: Float64Array;
  run(): void;
};

const plans = new Map<number, RealTransform>();
const MOST_PLANS = 8;

/**
 * The transform of that length, kept for the next caller (the eight lengths used last).
 * @param length even, of the form 2^a 3^b 5^c, from 2 to 2^27
 * @throws {RangeError} on any other
 */
export const realTransform = (length: number): RealTransform => {
  const known = plans.get(length);
  const plan = known ?? plainRealTransform(length);
  plans.delete(length);
  plans.set(length, plan);
  if (plans.size > MOST_PLANS) plans.delete(plans.keys().next().value as number);
  return plan;
};

/**
 * N real points as N/2 complex ones, then split into the spectrum of the whole.
 * @see W. H. Press et al., Numerical Recipes, 3rd ed., 2007, section 12.3.2
 */
const plainRealTransform = (length: number): RealTransform => {
  requireRange("length", length, 2, 2 ** 27);
  if (length % 2 !== 0) throw new RangeError(`length is ${length}; it must be even`);
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
      const evenRe = (re[k] + re[m]) / 2, evenIm = (im[k] - im[m]) / 2;
      const oddRe = (im[k] + im[m]) / 2, oddIm = (re[m] - re[k]) / 2;
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
