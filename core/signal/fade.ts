/** Raised cosine from 0 (share 0) to 1 (share 1). */
export const raisedCosine = (share: number): number =>
  0.5 - 0.5 * Math.cos(Math.PI * Math.max(0, Math.min(1, share)));

/** Fades the samples in and out by raised cosines of that many seconds, in place. */
export const fadeInto = (
  volts: Float64Array,
  sampleRateHz: number,
  fadeSeconds: number,
): Float64Array => {
  const count = Math.min(Math.floor(volts.length / 2), Math.round(fadeSeconds * sampleRateHz));
  for (let n = 0; n < count; n++) {
    const gain = raisedCosine(n / count);
    volts[n] *= gain;
    volts[volts.length - 1 - n] *= gain;
  }
  return volts;
};
