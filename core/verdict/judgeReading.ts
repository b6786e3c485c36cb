import { coverageFactor, effectiveDegreesOfFreedom, probabilityAbove } from "../uncertainty";
import type { BudgetLine, ClaimLimit, Held, Judged, ClaimReading } from "./types";

/**
 * Standard uncertainty of a budget whose lines are independent, and the factor for about 95 %.
 * @see JCGM 100:2008, 5.1.2 and G.4
 */
export const combined = (budget: readonly BudgetLine[]): Combined => ({
  stdUncertainty: Math.sqrt(
    budget.reduce((sum, { contribution }) => sum + contribution * contribution, 0),
  ),
  coverageFactor: coverageFactor(Math.max(1, effectiveDegreesOfFreedom(budget))),
});

type Combined = { stdUncertainty: number; coverageFactor: number };

/**
 * Holds a reading against its limit with a guard band of the expanded uncertainty on both sides, widened by whatever conditions
 * leave open. A bound can meet what lies on its own side, and never miss.
 * @see JCGM 106:2012, 8.3 (guarded acceptance and rejection)
 */
export const holdAgainst = (
  reading: ClaimReading,
  limit: ClaimLimit,
  { stdUncertainty, coverageFactor: factor }: Combined = combined(reading.budget),
): Held => {
  const guard = factor * stdUncertainty;
  const [low, high] = reading.between;
  const { worst, best } = sidesOf(low, high, limit);
  // A bound says nothing of what lies beyond it.
  const canMeet = reading.bound === null || limit.direction === reading.bound;
  const canMiss =
    reading.bound === null || (limit.direction !== "about" && limit.direction !== reading.bound);
  const unmet = canMiss && best <= -guard ? "missed" : "open";
  return {
    status: canMeet && worst >= guard ? "met" : unmet,
    expandedUncertainty: guard,
    margin: marginOf(reading.value, limit),
  };
};

/**
 * The same with the probability that the claim is true by this reading; null where a bound leaves it open.
 * @see JCGM 106:2012, 7.2 (conformance probability)
 */
export const judgeReading = (reading: ClaimReading, limit: ClaimLimit): Judged => {
  const held = holdAgainst(reading, limit);
  const isKnown = reading.bound === null || held.status !== "open";
  // Few repeats widen the distribution as they widen the interval.
  const wide = held.expandedUncertainty / 2;
  return {
    ...held,
    probability: isKnown ? probabilityOf(reading.between, wide, limit) : null,
  };
};

/** By how much the limit is kept at the worst and at the best of where the value may lie. */
const sidesOf = (low: number, high: number, limit: ClaimLimit): { worst: number; best: number } => {
  const { value } = limit;
  if (limit.direction === "at-least") return { worst: low - value, best: high - value };
  if (limit.direction === "at-most") return { worst: value - high, best: value - low };
  const tolerance = "tolerance" in limit ? limit.tolerance : 0;
  const [least, most] = [value - tolerance, value + tolerance];
  return {
    worst: Math.min(low - least, most - high),
    best: Math.min(high - least, most - low),
  };
};

const probabilityOf = (
  between: ClaimReading["between"],
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

/** The margin of a reading to its limit; below zero the limit is not met. */
export const marginOf = (value: number, limit: ClaimLimit): number => {
  if (limit.direction === "about") return limit.tolerance - Math.abs(value - limit.value);
  return limit.direction === "at-least" ? value - limit.value : limit.value - value;
};
