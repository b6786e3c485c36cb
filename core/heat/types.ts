/** Temperatures of one spot in order of time. */
export type Course = { seconds: Float64Array; celsius: Float64Array };

/** A value with the interval in which it lies nineteen times in twenty. */
export type Interval = { value: number; low: number; high: number };

/**
 * One way in which a course of temperatures may be explained: settled + sum of sizes times exp(-t / time constant), t from the
 * first reading. `weight` is how likely it is among all ways.
 */
export type CourseWay = {
  weight: number;
  timeConstantsSeconds: readonly number[];
  /** Settled temperature in degrees Celsius, then the size in kelvin that goes with each time constant; below zero while it warms. */
  sizes: Float64Array;
  /** Covariance of the sizes, row-major. */
  covariance: Float64Array;
};

/** What a course of temperatures comes to: all ways to explain it that are worth a thought. */
export type CourseFit = {
  /** Moment of its first and its last reading. */
  fromSeconds: number;
  toSeconds: number;
  readingCount: number;
  ways: readonly CourseWay[];
  /** Stores of heat that it shows: one, or two where one leaves more than chance does. */
  storeCount: 1 | 2;
  /** Root mean square of what the best way leaves, in kelvin. */
  residualKelvin: number;
  /** How far a reading is like the one before it, from 0: what is left is then worth fewer readings. */
  residualCorrelation: number;
  /** What the best way leaves at each moment that was fitted, in kelvin. */
  residuals: { seconds: Float64Array; kelvin: Float64Array };
};
