import { meanOf } from "../numeric";
/**
 * The same without its mean: in a short stretch an offset would cover the lowest lines of a spectrum.
 * Definition: less the arithmetic mean.
 */
export const withoutOffset = (volts: Float64Array): Float64Array => {
  const mean = meanOf(volts);
  return volts.map((value) => value - mean);
};
