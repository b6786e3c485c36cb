import { solveSymmetric } from "../numeric";

/** Sines fitted to the flanks of a block of a waveform, with and without a second and third harmonic. */
export type FlankModel = {
  amplitude: number;
  /** Phase of the fundamental as a cosine, at the middle of the block. */
  phaseRadians: number;
  /** Standard deviation of the flanks about the fuller model. */
  noiseVoltsRms: number;
  /** How far out, on the side of the sign, both the plain model (fundamental only) and the bent one (to the third harmonic) would be at sample n. */
  promisedAt(n: number, sign: 1 | -1): number;
};

/** Columns: 1, position, then cosine and sine of orders 1, 2, 3. The plain model is the first four of them. */
const ORDERS = 3;
const COLUMNS = 2 + 2 * ORDERS;
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
  return {
    amplitude,
    phaseRadians: Math.atan2(-plain[3], plain[2]),
    noiseVoltsRms: Math.sqrt(Math.max(0, sums.squares - explained) / Math.max(1, sums.count)),
    promisedAt: (n, sign) => {
      const angle = (2 * Math.PI * (n - centre)) / samplesACycle;
      const cosine = Math.cos(angle),
        sine = Math.sin(angle);
      const position = (n - centre) / centre;
      return Math.min(
        sign * (middleVolts + modelled(plain, position, cosine, sine)),
        sign * (middleVolts + modelled(bent, position, cosine, sine)),
      );
    },
  };
};

/** A model's volts about the middle, at a share of the way to the block's end and a phase of the fundamental. */
const modelled = (
  parameters: Float64Array,
  position: number,
  cosine: number,
  sine: number,
): number => {
  let volts = parameters[0] + parameters[1] * position;
  let orderCosine = cosine,
    orderSine = sine;
  for (let k = 2; k < parameters.length; k += 2) {
    volts += parameters[k] * orderCosine + parameters[k + 1] * orderSine;
    const turned = orderCosine * cosine - orderSine * sine;
    orderSine = orderSine * cosine + orderCosine * sine;
    orderCosine = turned;
  }
  return volts;
};

type FlankSums = { a: Float64Array; b: Float64Array; squares: number; count: number };

const flankSums = (
  block: Float64Array,
  samplesACycle: number,
  { middleVolts, limitVolts }: { middleVolts: number; limitVolts: number },
  stride: number,
): FlankSums => {
  const waves = new WaveSums();
  const centre = (block.length - 1) / 2;
  const omega = (2 * Math.PI) / samplesACycle;
  const turnCosine = Math.cos(stride * omega),
    turnSine = Math.sin(stride * omega);
  let cosine = 0,
    sine = 0,
    squares = 0;
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
    waves.add((n - centre) / centre, volts, cosine, sine);
    squares += volts * volts;
  }
  return { a: waves.products(), b: waves.fed, squares, count: waves.cosines[0] };
};

/**
 * Sums of cosines and sines of the orders zero to six. A product of two columns is half a sum and half a difference of them,
 * so that these serve for all 36 products, at half the work of each product by itself.
 */
class WaveSums {
  readonly cosines = new Float64Array(2 * ORDERS + 1);
  /** Of each column times the volts. */
  readonly fed = new Float64Array(COLUMNS);
  private readonly sines = new Float64Array(2 * ORDERS + 1);
  /** Of each column times the position. */
  private readonly placed = new Float64Array(COLUMNS);

  add(position: number, volts: number, cosine: number, sine: number): void {
    const { cosines, sines, fed, placed } = this;
    cosines[0]++;
    fed[0] += volts;
    fed[1] += position * volts;
    placed[0] += position;
    placed[1] += position * position;
    let orderCosine = cosine,
      orderSine = sine;
    for (let order = 1; ; order++) {
      cosines[order] += orderCosine;
      sines[order] += orderSine;
      if (order <= ORDERS) {
        fed[2 * order] += orderCosine * volts;
        fed[2 * order + 1] += orderSine * volts;
        placed[2 * order] += orderCosine * position;
        placed[2 * order + 1] += orderSine * position;
      } else if (order === 2 * ORDERS) return;
      const turned = orderCosine * cosine - orderSine * sine;
      orderSine = orderSine * cosine + orderCosine * sine;
      orderCosine = turned;
    }
  }

  /** The products of all columns with one another, lower half, row by row. */
  products(): Float64Array {
    const { cosines, sines, placed } = this;
    const a = new Float64Array(COLUMNS * COLUMNS);
    const put = (row: number, column: number, sum: number) => (a[row * COLUMNS + column] = sum);
    put(0, 0, cosines[0]);
    placed.forEach((sum, column) => put(Math.max(1, column), Math.min(1, column), sum));
    for (let i = 1; i <= ORDERS; i++) {
      put(2 * i, 0, cosines[i]);
      put(2 * i + 1, 0, sines[i]);
      for (let j = 1; j <= i; j++) {
        put(2 * i, 2 * j, (cosines[i - j] + cosines[i + j]) / 2);
        put(2 * i + 1, 2 * j + 1, (cosines[i - j] - cosines[i + j]) / 2);
        put(2 * i + 1, 2 * j, (sines[i + j] + sines[i - j]) / 2);
        if (j < i) put(2 * i, 2 * j + 1, (sines[i + j] - sines[i - j]) / 2);
      }
    }
    return a;
  }
}

const solveLeading = ({ a, b }: FlankSums, size: number): Float64Array | null => {
  const leading = new Float64Array(size * size);
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) leading[i * size + j] = a[i * COLUMNS + j];
  return solveSymmetric(leading, b.subarray(0, size), LEAST_PIVOT_RATIO);
};
