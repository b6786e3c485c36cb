const STEPS = 8;
const TAPS_A_SIDE = 12;

/**
 * The highest (sign 1) or lowest (sign -1) volts within one sample of a peak sample, by band-limited interpolation:
 * a sinc under a Hann window, in steps of an eighth of a sample.
 * @see ITU-R BS.1770, annex 2 (true peak), for the principle
 */
export const peakBetweenSamples = (
  volts: Float64Array,
  sign: 1 | -1,
  peakIndex: number,
): number => {
  let best = volts[peakIndex];
  for (let step = 1 - STEPS; step < STEPS; step++) {
    if (step === 0) continue;
    const value = interpolated(volts, peakIndex, KERNELS[step + STEPS]);
    if (sign * value > sign * best) best = value;
  }
  return best;
};

const interpolated = (volts: Float64Array, centre: number, kernel: Float64Array): number => {
  if (centre < TAPS_A_SIDE || centre + TAPS_A_SIDE >= volts.length) return volts[centre];
  let sum = 0;
  for (let k = 0; k < kernel.length; k++) sum += kernel[k] * volts[centre - TAPS_A_SIDE + k];
  return sum;
};

const KERNELS = Array.from({ length: 2 * STEPS }, (_, index) => {
  const shift = (index - STEPS) / STEPS;
  return Float64Array.from({ length: 2 * TAPS_A_SIDE + 1 }, (__, k) => {
    const distance = k - TAPS_A_SIDE - shift;
    if (distance === 0) return 1;
    if (Math.abs(distance) >= TAPS_A_SIDE) return 0;
    return (
      (Math.sin(Math.PI * distance) / (Math.PI * distance)) *
      (0.5 + 0.5 * Math.cos((Math.PI * distance) / TAPS_A_SIDE))
    );
  });
});
