/**
 * A repeatable stream of uniform numbers from 0 up to 1 (1 excluded): the same seed gives the same stream.
 * @param seed a whole number from 0 to 2^32 - 1
 * @see Mulberry32, a 32-bit mixing generator in the public domain; period 2^32. From memory.
 */
export const seededUniform = (seed: number): (() => number) => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
};

/**
 * A repeatable stream of normally distributed numbers, mean 0, standard deviation 1.
 * @see G. E. P. Box, M. E. Muller, Ann. Math. Stat. 29, 1958
 */
export const seededNormal = (seed: number): (() => number) => {
  const uniform = seededUniform(seed);
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const value = spare;
      spare = null;
      return value;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - uniform()));
    const angle = 2 * Math.PI * uniform();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
};
