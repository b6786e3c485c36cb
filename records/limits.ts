import { number, type NumberSchema } from "yup";

/**
 * What a value can be at most anywhere near an amplifier: chosen well above all that is built, and low enough that no axis, loop or
 * sum is led astray by it.
 */
export const MOST = {
  volts: 1e5,
  watts: 1e6,
  hertz: 1e8,
  seconds: 1e7,
  ohms: 1e9,
  /** Ratios, and whatever else is read from a run. */
  figure: 1e15,
} as const;

/** A number that is there, is finite, and is no larger than what it counts can be. */
export const within = (most: number): NumberSchema<number> =>
  number().required().min(-most).max(most);

/** The same, not below zero. */
export const upTo = (most: number): NumberSchema<number> => number().required().min(0).max(most);

/** The same, above zero. */
export const above0 = (most: number): NumberSchema<number> =>
  number().required().positive().max(most);
