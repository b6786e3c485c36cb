import { requireRange } from "../units";

/**
 * Standard normal distribution function, to about 1e-15 of one: the series about zero, beyond 7 zero or one.
 * @see G. Marsaglia, Evaluating the Normal Distribution, Journal of Statistical Software 11 (4), 2004
 */
export const normalCdf = (z: number): number => {
  if (z < -7) return 0;
  if (z > 7) return 1;
  let sum = z,
    term = z;
  for (let k = 3; Math.abs(term) > 1e-17 * Math.abs(sum); k += 2) {
    term *= (z * z) / k;
    sum += term;
  }
  return 0.5 + sum * normalDensity(z);
};

const normalDensity = (z: number): number => Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI);

/** The integral of the distribution function from minus infinity. */
const integratedCdf = (z: number): number => z * normalCdf(z) + normalDensity(z);

/**
 * Probability that a quantity lies above a limit: normally distributed about a place that may be anywhere between two.
 * @param between lowest and highest place of the mean, the same where there is but one
 * @param stdUncertainty not below zero; at zero the answer is a share of the interval
 * @see JCGM 106:2012, 7.2 (conformance probability), averaged over the interval
 */
export const probabilityAbove = (
  [low, high]: readonly [number, number],
  stdUncertainty: number,
  limit: number,
): number => {
  requireRange("stdUncertainty", stdUncertainty, 0, Number.MAX_VALUE);
  if (stdUncertainty === 0) {
    if (high > low) return Math.min(1, Math.max(0, (high - limit) / (high - low)));
    return low >= limit ? 1 : 0;
  }
  const [from, to] = [(low - limit) / stdUncertainty, (high - limit) / stdUncertainty];
  return to - from < 1e-6
    ? normalCdf((from + to) / 2)
    : Math.min(1, Math.max(0, (integratedCdf(to) - integratedCdf(from)) / (to - from)));
};

/**
 * Effective degrees of freedom of a combined standard uncertainty.
 * @param parts contributions in the unit of the result; null where they are known as well as any
 * @returns Infinity where no part has few
 * @see JCGM 100:2008, G.4.1 (Welch and Satterthwaite)
 */
export const effectiveDegreesOfFreedom = (
  parts: readonly { contribution: number; degreesOfFreedom: number | null }[],
): number => {
  const variance = parts.reduce((sum, { contribution }) => sum + contribution ** 2, 0);
  const spent = parts.reduce(
    (sum, { contribution, degreesOfFreedom }) =>
      sum + (degreesOfFreedom === null ? 0 : contribution ** 4 / degreesOfFreedom),
    0,
  );
  return spent > 0 ? variance ** 2 / spent : Infinity;
};
