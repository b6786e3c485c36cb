/** Points that a cycle is read at: enough for its thirtieth harmonic. */
const LEAST_POINTS = 64;
const TAPS_A_SIDE = 24;
/** Kaiser window shape for about 80 dB. @see J. F. Kaiser, Proc. IEEE ISCAS, 1974 */
const KAISER_BETA = 8;
/** A cycle that takes so nearly a whole number of samples is summed over these. */
const WHOLE = 0.01;

/**
 * Mean square of one cycle that begins and ends between samples. Where a cycle does not take a whole number of them, its
 * own course between them is followed by band-limited interpolation (a sinc under a Kaiser window), so that a whole period
 * is summed, no more and no less.
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
  const whole = Math.round(samplesACycle);
  const isWhole = Math.abs(samplesACycle - whole) < WHOLE;
  const points = isWhole ? whole : Math.max(LEAST_POINTS, Math.ceil(samplesACycle));
  const start = isWhole ? Math.round(from) : from;
  let squares = 0;
  for (let k = 0; k < points; k++) {
    const at = start + (k * (isWhole ? whole : samplesACycle)) / points;
    const value = (isWhole ? (volts[at] ?? 0) : valueBetween(volts, at)) - offsetVolts;
    squares += value * value;
  }
  return squares / points;
};

const valueBetween = (volts: Float64Array, at: number): number => {
  const nearest = Math.round(at);
  if (Math.abs(at - nearest) < 1e-9) return volts[nearest] ?? 0;
  const first = Math.max(0, nearest - TAPS_A_SIDE),
    last = Math.min(volts.length - 1, nearest + TAPS_A_SIDE);
  let sum = 0,
    weights = 0,
    sign = Math.sin(Math.PI * (at - first));
  for (let n = first; n <= last; n++, sign = -sign) {
    const distance = at - n;
    const weight = (sign / (Math.PI * distance)) * windowAt(distance / (TAPS_A_SIDE + 1));
    sum += volts[n] * weight;
    weights += weight;
  }
  return sum / weights;
};

/** Modified Bessel function of order 0, by its power series. */
const bessel0 = (x: number): number => {
  let term = 1,
    sum = 1;
  for (let k = 1; term > 1e-12 * sum; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
};

/** The window at steps from its middle to its end, for quick reading. */
const STEPS = 1024;
const WINDOW = Float64Array.from(
  { length: STEPS + 2 },
  (_, k) =>
    bessel0(KAISER_BETA * Math.sqrt(Math.max(0, 1 - (k / STEPS) ** 2))) / bessel0(KAISER_BETA),
);
const windowAt = (share: number): number => {
  const place = Math.min(1, Math.abs(share)) * STEPS;
  const below = Math.floor(place);
  return WINDOW[below] + (place - below) * (WINDOW[below + 1] - WINDOW[below]);
};
