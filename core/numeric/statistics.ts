/** Sum of the squares of all values: their energy, up to a scale. Definition. */
export const sumOfSquares = (values: Float64Array): number => {
  let sum = 0;
  for (let n = 0; n < values.length; n++) sum += values[n] * values[n];
  return sum;
};

/** Root of the mean square, offset included; 0 of none. Definition. */
export const rootMeanSquare = (values: Float64Array): number =>
  Math.sqrt(sumOfSquares(values) / Math.max(1, values.length));

/** The largest size, of either sign; 0 of none. Definition. */
export const peakOf = (values: Float64Array): number => {
  // Four at a time: each waits only for its own maximum before.
  const fours = values.length - (values.length % 4);
  let first = 0,
    second = 0,
    third = 0,
    fourth = 0;
  for (let n = 0; n < fours; n += 4) {
    first = Math.max(first, Math.abs(values[n]));
    second = Math.max(second, Math.abs(values[n + 1]));
    third = Math.max(third, Math.abs(values[n + 2]));
    fourth = Math.max(fourth, Math.abs(values[n + 3]));
  }
  for (let n = fours; n < values.length; n++) first = Math.max(first, Math.abs(values[n]));
  return Math.max(first, second, third, fourth);
};

/** Arithmetic mean; 0 of none. Definition. */
export const meanOf = (values: readonly number[] | Float64Array): number => {
  let sum = 0;
  for (let n = 0; n < values.length; n++) sum += values[n];
  return sum / Math.max(1, values.length);
};

/**
 * Mean, and the mean square of what is left without it, which is never below 0; both 0 of none.
 * Definition: the mean of the squares less the square of the mean.
 */
export const meanAndVariance = (values: Float64Array): { mean: number; variance: number } => {
  const mean = meanOf(values);
  const meanSquare = sumOfSquares(values) / Math.max(1, values.length);
  return { mean, variance: Math.max(0, meanSquare - mean * mean) };
};

/** The middle value, or the mean of the two in the middle. Definition. @throws {RangeError} on none */
export const medianOf = (values: readonly number[]): number => {
  if (values.length === 0) throw new RangeError("values is empty; a median takes at least one");
  const sorted = values.toSorted((a, b) => a - b);
  return (sorted[(sorted.length - 1) >> 1] + sorted[sorted.length >> 1]) / 2;
};
