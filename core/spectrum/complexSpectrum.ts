import { ComplexTransform } from "./fft/complexTransform";

/**
 * The discrete Fourier transform of samples padded with zeros. @param length of the form 2^a 3^b 5^c
 * Definition: the discrete Fourier transform.
 */
export const transformOf = (
  samples: Float64Array,
  length: number,
): { re: Float64Array; im: Float64Array } => {
  const re = new Float64Array(length),
    im = new Float64Array(length);
  re.set(samples.subarray(0, length));
  new ComplexTransform(length).transformInto(re, im);
  return { re, im };
};

/**
 * The real part of the inverse transform: what transformOf undoes for real samples. Changes neither argument.
 * Definition: the inverse discrete Fourier transform.
 */
export const inverseTransform = (re: Float64Array, im: Float64Array): Float64Array => {
  // The inverse is the forward transform with real and imaginary parts exchanged, before and after.
  const [exchangedRe, exchangedIm] = [im.slice(), re.slice()];
  new ComplexTransform(re.length).transformInto(exchangedRe, exchangedIm);
  return exchangedIm.map((value) => value / re.length);
};
