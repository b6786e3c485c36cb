import { solveSymmetric } from "../numeric";

/** Sines fitted to the flanks of a block of a waveform, with and without a second and third harmonic. */
export type FlankModel = {
  amplitude: number;
  /** Phase of the fundamental as a cosine, at the middle of the block. */
  phaseRadians: number;
  /** Standard deviation of the flanks about the fuller model. */
  noiseVoltsRms: number;
  /** Where the plain model (fundamental only) and the bent one (to the third harmonic) would be at sample n. */
  plainVoltsAt(n: number): number;
  bentVoltsAt(n: number): number;
};

/** Columns: 1, position, then cosine and sine of orders 1, 2, 3. The plain model is the first four of them. */
const COLUMNS = 8;
const PLAIN_COLUMNS = 4;
/** The flanks need no more samples a cycle than this, nor more in all. */
const ENOUGH_SAMPLES_A_CYCLE = 24;
const ENOUGH_SAMPLES = 400;
/** Phases that fall on each other again and again cannot tell the columns apart. */
const LEAST_PIVOT_RATIO = 1e-10;
/**
 * Flanks that reach less than this share of the sine they point to belong to deep clipping, which no smooth compression
 * resembles, and are too short to tell harmonics apart: the plain model serves.
 */
const LEAST_REACH_RATIO = 0.5;
/** Rotating a phase step by step gathers rounding; it is set afresh after this many steps. */
const RESET_EVERY = 256;

/**
 * Least-squares fit to the samples within limitVolts of the middle. One pass over the samples serves both models,
 * and their noise follows from the sums, so no second pass is needed.
 * @returns null when the flanks hold too little to fit (an ideal square wave)
 * @see Å. Björck, Numerical Methods for Least Squares Problems, normal equations; from memory
 */
export const fitFlanks = (
  block: Float64Array,
  samplesACycle: number,
  middleVolts: number,
  limitVolts: number,
): FlankModel | null => {
  // Odd, so that a tone locked to an even number of samples is met at many phases.
  const stride = Math.max(
    1,
    Math.floor(
      Math.min(samplesACycle / ENOUGH_SAMPLES_A_CYCLE, block.length / ENOUGH_SAMPLES) / 2,
    ) *
      2 -
      1,
  );
  let sums = flankSums(block, samplesACycle, { middleVolts, limitVolts }, stride);
  let plain = solveLeading(sums, PLAIN_COLUMNS);
  // The steep flanks of deep clipping are a few samples long: then every one is needed.
  if (!plain && stride > 1) {
    sums = flankSums(block, samplesACycle, { middleVolts, limitVolts }, 1);
    plain = solveLeading(sums, PLAIN_COLUMNS);
  }
  if (!plain) return null;
  const amplitude = Math.hypot(plain[2], plain[3]);
  const bent =
    (limitVolts > LEAST_REACH_RATIO * amplitude ? solveLeading(sums, COLUMNS) : null) ?? plain;
  const explained = bent.reduce((sum, parameter, i) => sum + parameter * sums.b[i], 0);
  const centre = (block.length - 1) / 2;
  const valueAt = (parameters: Float64Array) => (n: number) => {
    const angle = (2 * Math.PI * (n - centre)) / samplesACycle;
    let volts = middleVolts + parameters[0] + (parameters[1] * (n - centre)) / centre;
    for (let order = 1; 2 * order < parameters.length; order++)
      volts +=
        parameters[2 * order] * Math.cos(order * angle) +
        parameters[2 * order + 1] * Math.sin(order * angle);
    return volts;
  };
  return {
    amplitude,
    phaseRadians: Math.atan2(-plain[3], plain[2]),
    noiseVoltsRms: Math.sqrt(Math.max(0, sums.squares - explained) / Math.max(1, sums.count)),
    plainVoltsAt: valueAt(plain),
    bentVoltsAt: valueAt(bent),
  };
};

type FlankSums = { a: Float64Array; b: Float64Array; squares: number; count: number };

const flankSums = (
  block: Float64Array,
  samplesACycle: number,
  { middleVolts, limitVolts }: { middleVolts: number; limitVolts: number },
  stride: number,
): FlankSums => {
  const a = new Float64Array(COLUMNS * COLUMNS);
  const b = new Float64Array(COLUMNS);
  const row = new Float64Array(COLUMNS);
  const centre = (block.length - 1) / 2;
  const omega = (2 * Math.PI) / samplesACycle;
  const turnCosine = Math.cos(stride * omega),
    turnSine = Math.sin(stride * omega);
  let cosine = 0,
    sine = 0,
    squares = 0,
    count = 0;
  row[0] = 1;
  for (let n = 0; n < block.length; n += stride) {
    if (n % (stride * RESET_EVERY) === 0) {
      cosine = Math.cos(omega * (n - centre));
      sine = Math.sin(omega * (n - centre));
    } else {
      const turned = cosine * turnCosine - sine * turnSine;
      sine = sine * turnCosine + cosine * turnSine;
      cosine = turned;
    }
    const volts = block[n] - middleVolts;
    if (volts >= limitVolts || volts <= -limitVolts) continue;
    row[1] = (n - centre) / centre;
    row[2] = cosine;
    row[3] = sine;
    row[4] = 2 * cosine * cosine - 1;
    row[5] = 2 * sine * cosine;
    row[6] = 2 * cosine * row[4] - cosine;
    row[7] = 2 * cosine * row[5] - sine;
    for (let i = 0; i < COLUMNS; i++) {
      const entry = row[i];
      for (let j = 0, at = i * COLUMNS; j <= i; j++, at++) a[at] += entry * row[j];
      b[i] += entry * volts;
    }
    squares += volts * volts;
    count++;
  }
  return { a, b, squares, count };
};

const solveLeading = ({ a, b }: FlankSums, size: number): Float64Array | null => {
  const leading = new Float64Array(size * size);
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) leading[i * size + j] = a[i * COLUMNS + j];
  return solveSymmetric(leading, b.subarray(0, size), LEAST_PIVOT_RATIO);
};
