/**
 * Adds repeatable noise to samples, in place: the sum of four uniform numbers, near enough to normal for a noise floor (no
 * value lies beyond 3.46 deviations) and several times quicker than an exact method, which would take a quarter of
 * the simulation's time.
 * @param deviation standard deviation
 * @param seed a whole number; the same seed gives the same noise
 * @see G. Marsaglia, Xorshift RNGs, J. Statistical Software 8, 2003
 */
export const addNoise = (samples: Float64Array, deviation: number, seed: number): Float64Array => {
  if (deviation === 0) return samples;
  const scale = deviation * SCALE;
  let state = Math.imul(seed | 0, 0x9e3779b1) ^ 0x5bd1e995 || 1;
  for (let n = 0; n < samples.length; n++) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    const first = state;
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    samples[n] +=
      ((first & 0xffff) + (first >>> 16) + (state & 0xffff) + (state >>> 16) - 131_070) * scale;
  }
  return samples;
};

/** Four uniform numbers of 65,536 steps each have a variance of 4 (65,536^2 - 1) / 12. */
const SCALE = 1 / Math.sqrt((65_536 ** 2 - 1) / 3);
