/** Points that a cycle is read at: enough for its thirtieth harmonic. */
const LEAST_POINTS = 64;
const TAPS_A_SIDE = 12;

/**
 * Mean square of one cycle that begins and ends between samples. Of a cycle of few samples its own course between them is
 * followed by band-limited interpolation (a sinc under a Hann window), so that a whole period is summed, no more and no less.
 * @param from where it begins, in samples and parts of one
 * @param samplesACycle may be any number from two up
 * @param offsetVolts is no output, but what stands there without any: it is taken away
 * @see A. V. Oppenheim, R. W. Schafer, Discrete-Time Signal Processing, section 4.2 (reconstruction); from memory
 */
export const cycleMeanSquare = (
  volts: Float64Array,
  from: number,
  samplesACycle: number,
  offsetVolts = 0,
): number => {
  const points = Math.max(LEAST_POINTS, Math.ceil(samplesACycle));
  let squares = 0;
  for (let k = 0; k < points; k++) {
    const value = valueBetween(volts, from + (k * samplesACycle) / points) - offsetVolts;
    squares += value * value;
  }
  return squares / points;
};

const valueBetween = (volts: Float64Array, at: number): number => {
  const nearest = Math.round(at);
  const first = Math.max(0, nearest - TAPS_A_SIDE),
    last = Math.min(volts.length - 1, nearest + TAPS_A_SIDE);
  if (Math.abs(at - nearest) < 1e-9) return volts[nearest] ?? 0;
  const sine = Math.sin(Math.PI * (at - first));
  let sum = 0,
    weights = 0,
    sign = sine;
  for (let n = first; n <= last; n++, sign = -sign) {
    const distance = at - n;
    const weight =
      (sign / (Math.PI * distance)) *
      (0.5 + 0.5 * Math.cos((Math.PI * distance) / (TAPS_A_SIDE + 1)));
    sum += volts[n] * weight;
    weights += weight;
  }
  return sum / weights;
};
