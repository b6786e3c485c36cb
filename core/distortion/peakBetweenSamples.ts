/** Places between two samples that are looked at. */
const STEPS = 8;
/** Reach of the windowed sinc, in samples. */
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
  if (peakIndex < TAPS_A_SIDE || peakIndex + TAPS_A_SIDE >= volts.length) return best;
  for (const kernel of KERNELS) {
    // Before the sample as far as after it: the same kernel, the other way round. Two sums each wait less for one another.
    let before = 0,
      beforeToo = 0,
      after = 0,
      afterToo = 0;
    for (let k = 0; k < WIDTH; k += 2) {
      const tap = kernel[k],
        tapToo = kernel[k + 1];
      const forward = peakIndex + FIRST + k,
        backward = peakIndex - FIRST - k;
      after += tap * volts[forward];
      afterToo += tapToo * volts[forward + 1];
      before += tap * volts[backward];
      beforeToo += tapToo * volts[backward - 1];
    }
    best = sign * Math.max(sign * best, sign * (before + beforeToo), sign * (after + afterToo));
  }
  return best;
};

/** Where the window reaches after the peak, there are as many samples on either side; the first is this far from it. */
const WIDTH = 2 * TAPS_A_SIDE;
const FIRST = 1 - TAPS_A_SIDE;

/** One for each share of a sample after the peak. */
const KERNELS = Array.from({ length: STEPS - 1 }, (_, index) => {
  const shift = (index + 1) / STEPS;
  return Float64Array.from({ length: WIDTH }, (__, k) => {
    const distance = FIRST + k - shift;
    return (
      (Math.sin(Math.PI * distance) / (Math.PI * distance)) *
      (0.5 + 0.5 * Math.cos((Math.PI * distance) / TAPS_A_SIDE))
    );
  });
});
