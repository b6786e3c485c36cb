import { solveSymmetric } from "../numeric";
import { foldedAboutMiddle, RESET_EVERY, type Folded } from "./folded";

/** A slow drift and a harmonic series, fitted by least squares. */
export type HarmonicFit = {
  /** Index 0 is the fundamental; peak volts of each order. */
  voltsPeak: Float64Array;
  /** Phase of each order as a cosine, at the middle of the record. */
  phaseRadians: Float64Array;
  offsetVolts: number;
  /** What neither drift nor harmonics explain, sample by sample. */
  residualVolts: Float64Array;
};

export type HarmonicFitOptions = {
  orderCount: number;
  /** Degree of the polynomial that follows drift: 1 is offset and slope. */
  driftDegree: number;
};

/**
 * Fits a polynomial in time and harmonics 1 to orderCount of a known fundamental. Exact for a whole harmonic series even
 * when the record is not a whole number of cycles.
 * @returns null when the samples cannot tell the unknowns apart (too few, or orders beyond half the sample rate)
 * @see IEEE Std 1057-2017 (three-parameter fit), with more columns
 */
export const fitHarmonics = (
  volts: Float64Array,
  sampleRateHz: number,
  fundamentalHz: number,
  { orderCount, driftDegree }: HarmonicFitOptions,
): HarmonicFit | null => {
  const driftTerms = driftDegree + 1;
  const omega = (2 * Math.PI * fundamentalHz) / sampleRateHz;
  const folded = foldedAboutMiddle(volts);
  const { a, b } = columnSums(folded, omega, { orderCount, driftTerms });
  const parameters = solveSymmetric(a, b);
  if (!parameters) return null;
  const residualVolts = residualOf(folded, omega, parameters, driftTerms);
  const orders = Array.from({ length: orderCount }, (_, k) => driftTerms + 2 * k);
  return {
    voltsPeak: Float64Array.from(orders, (at) => Math.hypot(parameters[at], parameters[at + 1])),
    phaseRadians: Float64Array.from(orders, (at) =>
      Math.atan2(-parameters[at + 1], parameters[at]),
    ),
    offsetVolts: parameters[0],
    residualVolts,
  };
};

type Columns = { orderCount: number; driftTerms: number };

/**
 * Sums of products of columns (lower triangle) and of columns with the samples. Time runs from the middle of the record:
 * there cosines and even powers are even, sines and odd powers are odd, so that even columns meet odd ones with a sum of
 * nothing, and both halves of the record can be folded into one. Sums of products among cosines or among sines are known
 * in closed form (Dirichlet kernels). All this is tens of times quicker than the plain sums, and the same.
 */
const columnSums = (
  folded: Folded,
  omega: number,
  { orderCount, driftTerms }: Columns,
): { a: Float64Array; b: Float64Array } => {
  const { count } = folded;
  const size = driftTerms + 2 * orderCount;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  driftSums(folded, driftTerms, a, b);
  for (let k = 0, at = driftTerms; k < orderCount; k++, at += 2) {
    const sums = orderSums(folded, (k + 1) * omega);
    b[at] = sums.samplesCosine;
    b[at + 1] = sums.samplesSine;
    for (let power = 0; power < driftTerms; power++)
      a[(at + (power % 2)) * size + power] =
        power === 0 ? dirichlet((k + 1) * omega, count) : sums.leaning[power - 1];
  }
  for (let i = 1; i <= orderCount; i++)
    for (let j = 1; j <= i; j++) {
      const difference = dirichlet((i - j) * omega, count) / 2,
        sum = dirichlet((i + j) * omega, count) / 2;
      const at = (driftTerms + 2 * i - 2) * size + driftTerms + 2 * j - 2;
      a[at] = difference + sum;
      a[at + size + 1] = difference - sum;
    }
  return { a, b };
};

/** Fills in what the powers of the position give with each other and with the samples. */
const driftSums = (
  { even, odd, count, first }: Folded,
  driftTerms: number,
  a: Float64Array,
  b: Float64Array,
): void => {
  const powers = new Float64Array(2 * driftTerms - 1);
  for (let n = 0; n < even.length; n++) {
    const position = (2 * (first + n)) / (count - 1);
    const share = n + first === 0 ? 1 : 2;
    for (let power = 0, value = 1; power < powers.length; power++, value *= position) {
      if (power < driftTerms) b[power] += value * (power % 2 === 0 ? even[n] : odd[n]);
      if (power % 2 === 0) powers[power] += share * value;
    }
  }
  const size = b.length;
  for (let i = 0; i < driftTerms; i++) for (let j = 0; j <= i; j++) a[i * size + j] = powers[i + j];
};

/** Sums of one order with the samples, and with the first, second and third power of the position. */
const orderSums = (
  { even, odd, count, first }: Folded,
  omega: number,
): { samplesCosine: number; samplesSine: number; leaning: readonly number[] } => {
  const turnCosine = Math.cos(omega),
    turnSine = Math.sin(omega),
    scale = 2 / (count - 1);
  let samplesCosine = 0,
    samplesSine = 0,
    firstPower = 0,
    secondPower = 0,
    thirdPower = 0;
  for (let start = 0; start < even.length; start += RESET_EVERY) {
    let cosine = Math.cos(omega * (first + start)),
      sine = Math.sin(omega * (first + start));
    const end = Math.min(even.length, start + RESET_EVERY);
    for (let n = start; n < end; n++) {
      samplesCosine += even[n] * cosine;
      samplesSine += odd[n] * sine;
      const position = scale * (first + n);
      const leaning = position * sine;
      firstPower += leaning;
      secondPower += position * position * cosine;
      thirdPower += position * position * leaning;
      const turned = cosine * turnCosine - sine * turnSine;
      sine = sine * turnCosine + cosine * turnSine;
      cosine = turned;
    }
  }
  return { samplesCosine, samplesSine, leaning: [2 * firstPower, 2 * secondPower, 2 * thirdPower] };
};

/** What the model with these parameters leaves of the samples. */
const residualOf = (
  { even, odd, count, first }: Folded,
  omega: number,
  parameters: Float64Array,
  driftTerms: number,
): Float64Array => {
  const evenLeft = Float64Array.from(even),
    oddLeft = Float64Array.from(odd);
  for (let at = driftTerms, order = 1; at < parameters.length; at += 2, order++)
    takeOrder(evenLeft, oddLeft, { omega: order * omega, first }, parameters.subarray(at, at + 2));
  const residualVolts = new Float64Array(count);
  for (let n = 0; n < even.length; n++) {
    const offset = first + n;
    const position = (2 * offset) / (count - 1);
    const share = offset === 0 ? 1 : 2;
    for (let power = 0, value = share; power < driftTerms; power++, value *= position)
      if (power % 2 === 0) evenLeft[n] -= parameters[power] * value;
      else oddLeft[n] -= parameters[power] * value;
    residualVolts[(count - 1) / 2 - offset] = (evenLeft[n] - oddLeft[n]) / share;
    residualVolts[(count - 1) / 2 + offset] = (evenLeft[n] + oddLeft[n]) / share;
  }
  return residualVolts;
};

/** Takes the cosine and sine of one order out of folded samples, in place. */
const takeOrder = (
  even: Float64Array,
  odd: Float64Array,
  { omega, first }: { omega: number; first: number },
  [ofCosine, ofSine]: Float64Array,
): void => {
  const turnCosine = Math.cos(omega),
    turnSine = Math.sin(omega);
  for (let start = 0; start < even.length; start += RESET_EVERY) {
    let cosine = Math.cos(omega * (first + start)),
      sine = Math.sin(omega * (first + start));
    const end = Math.min(even.length, start + RESET_EVERY);
    for (let n = start; n < end; n++) {
      const share = first + n === 0 ? 1 : 2;
      even[n] -= share * ofCosine * cosine;
      odd[n] -= share * ofSine * sine;
      const turned = cosine * turnCosine - sine * turnSine;
      sine = sine * turnCosine + cosine * turnSine;
      cosine = turned;
    }
  }
};

/** The sum of cosines of an angle over so many samples about the middle. */
const dirichlet = (angle: number, count: number): number => {
  const half = angle / 2;
  return Math.abs(Math.sin(half)) < 1e-12 ? count : Math.sin(count * half) / Math.sin(half);
};
