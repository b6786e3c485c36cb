import { coverageFactor, effectiveDegreesOfFreedom, probabilityAbove } from "../uncertainty";
import type { BudgetLine, ClaimLimit, Judged, Reading } from "./types";

/**
 * Standard uncertainty of a budget whose lines are independent, and the factor for about 95 %.
 * @see JCGM 100:2008, 5.1.2 and G.4
 */
export const combined = (
  budget: readonly BudgetLine[],
): { stdUncertainty: number; coverageFactor: number } => {
  const degrees = effectiveDegreesOfFreedom(budget);
  return {
    stdUncertainty: Math.hypot(...budget.map(({ contribution }) => contribution)),
    coverageFactor: coverageFactor(Math.max(1, degrees)),
  };
};

/**
 * Holds a reading against its limit with a guard band of the expanded uncertainty on both sides, widened by whatever conditions
 * leave open. A bound can meet what lies on its own side, and never miss.
 * @see JCGM 106:2012, 8.3 (guarded acceptance and rejection) and 7.2 (conformance probability)
 */
export const judgeReading = (reading: Reading, limit: ClaimLimit): Judged => {
  const { stdUncertainty, coverageFactor: factor } = combined(reading.budget);
  const guard = factor * stdUncertainty;
  const [low, high] = reading.between;
  // Few repeats widen the distribution as they widen the interval.
  const wide = (factor / 2) * stdUncertainty;
  const sides = sidesOf(low, high, limit);
  const worst = Math.min(...sides.map(({ least }) => least));
  const best = Math.min(...sides.map(({ most }) => most));
  // A bound says nothing of what lies beyond it.
  const canMeet = reading.bound === null || limit.direction === reading.bound;
  const canMiss =
    reading.bound === null || (limit.direction !== "about" && limit.direction !== reading.bound);
  const isMet = canMeet && worst >= guard;
  const isMissed = canMiss && best <= -guard;
  const unmet = isMissed ? "missed" : "open";
  return {
    status: isMet ? "met" : unmet,
    probability:
      reading.bound === null || isMet || isMissed
        ? probabilityOf(reading.between, wide, limit)
        : null,
    expandedUncertainty: guard,
    margin: marginOf(reading.value, limit),
  };
};

/** By how much the limit is kept at the least and at the most, on each side that it has. */
const sidesOf = (low: number, high: number, limit: ClaimLimit) => {
  const above = (value: number) => ({ least: low - value, most: high - value });
  const below = (value: number) => ({ least: value - high, most: value - low });
  if (limit.direction === "about")
    return [above(limit.value - limit.tolerance), below(limit.value + limit.tolerance)];
  return [limit.direction === "at-least" ? above(limit.value) : below(limit.value)];
};

const probabilityOf = (
  between: Reading["between"],
  stdUncertainty: number,
  limit: ClaimLimit,
): number => {
  const above = (value: number) => probabilityAbove(between, stdUncertainty, value);
  switch (limit.direction) {
    case "at-least":
      return above(limit.value);
    case "at-most":
      return 1 - above(limit.value);
    case "about":
      return above(limit.value - limit.tolerance) - above(limit.value + limit.tolerance);
  }
};

/** By how much a reading meets its limit: below nought it misses it. */
export const marginOf = (value: number, limit: ClaimLimit): number => {
  if (limit.direction === "about") return limit.tolerance - Math.abs(value - limit.value);
  return limit.direction === "at-least" ? value - limit.value : limit.value - value;
};
