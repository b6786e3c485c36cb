import { solveSymmetric } from "../numeric/solveSymmetric";

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
  /** Which samples take part; all of them when left out. The residual covers all samples. */
  isUsed?: (volts: number) => boolean;
};

/**
 * Fits a polynomial in time and harmonics 1 to orderCount of a known fundamental. Exact for a whole harmonic series even
 * when the record is not a whole number of cycles.
 * @returns null when the samples cannot tell the unknowns apart (too few, or orders beyond half the sample rate)
 * @see IEEE Std 1057-2017 (three-parameter fit), with more columns
 */
export const fitHarmonics = (volts: Float64Array, sampleRateHz: number, fundamentalHz: number, { orderCount, driftDegree, isUsed }: HarmonicFitOptions): HarmonicFit | null => {
  const driftTerms = driftDegree + 1;
  const size = driftTerms + 2 * orderCount;
  const a = new Float64Array(size * size);
  const b = new Float64Array(size);
  const row = new Float64Array(size);
  const fillRow = rowFiller(row, driftTerms, volts.length, (2 * Math.PI * fundamentalHz) / sampleRateHz);
  for (let n = 0; n < volts.length; n++) {
    if (isUsed && !isUsed(volts[n])) continue;
    fillRow(n);
    for (let i = 0; i < size; i++) {
      const value = row[i];
      for (let j = 0, at = i * size; j <= i; j++, at++) a[at] += value * row[j];
      b[i] += value * volts[n];
    }
  }
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
    phaseRadians: Float64Array.from(orders, (at) => Math.atan2(-parameters[at + 1], parameters[at])),
    offsetVolts: parameters[0],
    residualVolts,
  };
};

/** Fills the row of sample n: powers of the position from -1 to 1, then cosine and sine of each order. */
const rowFiller = (row: Float64Array, driftTerms: number, sampleCount: number, omega: number) => (n: number): void => {
  const centre = (sampleCount - 1) / 2;
  const angle = omega * (n - centre);
  const cosine = Math.cos(angle), sine = Math.sin(angle);
  row[0] = 1;
  for (let power = 1; power < driftTerms; power++) row[power] = (row[power - 1] * (n - centre)) / centre;
  let c = cosine, s = sine;
  for (let at = driftTerms; at < row.length; at += 2) {
    row[at] = c;
    row[at + 1] = s;
    [c, s] = [c * cosine - s * sine, s * cosine + c * sine];
  }
};
