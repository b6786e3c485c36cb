import { meanOf } from "../numeric";
import { requireRange } from "../units";

/** An instrument's accuracy as its maker states it: half width, plus or minus. */
export type InstrumentAccuracy = {
  /** Share of the reading: 0.005 is 0.5 %. */
  readingRatio: number;
  /** Share of the range, and the range, in the reading's unit. */
  rangeRatio: number;
  range: number;
  /** Digits of the last place, and what one is worth. */
  digits: number;
  resolution: number;
};

/**
 * Standard uncertainty of one reading from the stated accuracy: the parts add up to a half width, within which every
 * value is taken to be equally likely.
 * @see JCGM 100:2008, 4.3.7
 */
export const instrumentStdUncertainty = (
  reading: number,
  { readingRatio, rangeRatio, range, digits, resolution }: InstrumentAccuracy,
): number =>
  (Math.abs(reading) * requireRange("readingRatio", readingRatio, 0, 1) +
    requireRange("rangeRatio", rangeRatio, 0, 1) * range +
    digits * resolution) /
  Math.sqrt(3);

/**
 * Mean and standard uncertainty of the mean of repeated readings.
 * @param readings at least two
 * @throws {RangeError} on fewer
 * @see JCGM 100:2008, 4.2
 */
export const repeatedReading = (
  readings: readonly number[],
): { mean: number; stdUncertainty: number } => {
  if (readings.length < 2)
    throw new RangeError(`readings has ${readings.length} entries; a repeat takes at least 2`);
  const mean = meanOf(readings);
  const squares = readings.reduce((sum, reading) => sum + (reading - mean) ** 2, 0);
  return { mean, stdUncertainty: Math.sqrt(squares / (readings.length - 1) / readings.length) };
};

/** Degrees of freedom and their factors. @see JCGM 100:2008, table G.2 */
const FACTORS: readonly (readonly [number, number])[] = [
  [1, 13.97],
  [2, 4.53],
  [3, 3.31],
  [4, 2.87],
  [5, 2.65],
  [6, 2.52],
  [7, 2.43],
  [8, 2.37],
  [10, 2.28],
  [20, 2.13],
  [30, 2.09],
  [50, 2.05],
  [100, 2.025],
];

/**
 * Factor that widens a standard uncertainty to an interval of about 95 % from its effective degrees of freedom:
 * 2.87 for 4, 2.28 for 10, 2.09 for 30, 2.00 for many. @see JCGM 100:2008, table G.2 (95.45 %)
 */
export const coverageFactor = (degreesOfFreedom: number): number => {
  if (!(degreesOfFreedom >= 1))
    throw new RangeError(`degreesOfFreedom is ${degreesOfFreedom}; it must be at least 1`);
  // Rounded down to the next tabulated value, which errs on the safe side.
  return degreesOfFreedom > 100
    ? 2
    : (FACTORS.filter(([degrees]) => degrees <= degreesOfFreedom).pop() ?? FACTORS[0])[1];
};
