import type { CourseFit } from "./types";

/** No probe that sits well scatters so much. Chosen here. */
const LEAST_KELVIN = 0.6;
/** What is left then follows a course of its own: it is so many times what one reading differs from the next. Chosen here. */
const COURSE_RATIO = 2;

/**
 * Whether a course is none of steady watts: something changed while it was read, and nothing that is predicted from it holds.
 * Common practice: residuals that run together are no scatter.
 */
export const isUnexplained = ({ residualKelvin, residuals: { kelvin } }: CourseFit): boolean => {
  let squares = 0;
  for (let k = 1; k < kelvin.length; k++) squares += (kelvin[k] - kelvin[k - 1]) ** 2;
  // Two readings differ by the root of two of what one scatters.
  const scatter = Math.sqrt(squares / (2 * (kelvin.length - 1)));
  return residualKelvin > LEAST_KELVIN && residualKelvin > COURSE_RATIO * scatter;
};
