import { solveSymmetric } from "../numeric";

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
  const size = driftTerms + 2 * orderCount;
  const omega = (2 * Math.PI * fundamentalHz) / sampleRateHz;
  const row = new Float64Array(size);
  const fillRow = rowFiller(row, driftTerms, volts.length, omega);
  const { a, b } = columnSums(volts, { row, fillRow, driftTerms }, omega);
  const parameters = solveSymmetric(a, b);
  if (!parameters) return null;

  const residualVolts = new Float64Array(volts.length);
  for (let n = 0; n < volts.length; n++) {
    fillRow(n);
    let model = 0;
    for (let i = 0; i < size; i++) model += parameters[i] * row[i];
    residualVolts[n] = volts[n] - model;
  }
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

type Sums = { a: Float64Array; b: Float64Array };

/**
 * Sums of products of columns (lower triangle) and of columns with the samples. Time runs from the middle of the record, so cosines and sines are orthogonal to each
 * other, and sums of products among cosines or among sines are known in closed form (Dirichlet kernels): only the
 * columns of the drift need the samples' own pace. Several times quicker for long harmonic series.
 */
const columnSums = (
  volts: Float64Array,
  {
    row,
    fillRow,
    driftTerms,
  }: { row: Float64Array; fillRow: (n: number) => void; driftTerms: number },
  omega: number,
): Sums => {
  const size = row.length;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  for (let n = 0; n < volts.length; n++) {
    const value = volts[n];
    fillRow(n);
    for (let j = 0; j < driftTerms; j++) {
      const drift = row[j];
      for (let i = j, at = j * size + j; i < size; i++, at += size) a[at] += drift * row[i];
    }
    for (let i = 0; i < size; i++) b[i] += row[i] * value;
  }
  const kernel = (order: number): number => {
    const half = (order * omega) / 2;
    return Math.abs(Math.sin(half)) < 1e-12
      ? volts.length
      : Math.sin(volts.length * half) / Math.sin(half);
  };
  const orderCount = (size - driftTerms) / 2;
  for (let i = 1; i <= orderCount; i++)
    for (let j = 1; j <= i; j++) {
      const [difference, sum] = [kernel(i - j) / 2, kernel(i + j) / 2];
      const at = (driftTerms + 2 * i - 2) * size + driftTerms + 2 * j - 2;
      a[at] = difference + sum;
      a[at + size + 1] = difference - sum;
    }
  return { a, b };
};

/** Fills the row of sample n: powers of the position from -1 to 1, then cosine and sine of each order. */
const rowFiller =
  (row: Float64Array, driftTerms: number, sampleCount: number, omega: number) =>
  (n: number): void => {
    const centre = (sampleCount - 1) / 2;
    const angle = omega * (n - centre);
    const cosine = Math.cos(angle),
      sine = Math.sin(angle);
    row[0] = 1;
    for (let power = 1; power < driftTerms; power++)
      row[power] = (row[power - 1] * (n - centre)) / centre;
    let c = cosine,
      s = sine;
    for (let at = driftTerms; at < row.length; at += 2) {
      row[at] = c;
      row[at + 1] = s;
      [c, s] = [c * cosine - s * sine, s * cosine + c * sine];
    }
  };
