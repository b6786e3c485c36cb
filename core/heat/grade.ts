import type { Interval } from "./types";

/** Temperatures of a heat sink by which it is graded, in degrees Celsius. */
export type HeatLimits = {
  coolBelow: number;
  acceptableUpTo: number;
  /** Passed within that time it needs better cooling. */
  tooHotAbove: number;
  tooHotWithinSeconds: number;
};

/** The house's own: common practice among makers and repairers. */
export const HEAT_LIMITS: HeatLimits = {
  coolBelow: 45,
  acceptableUpTo: 60,
  tooHotAbove: 65,
  tooHotWithinSeconds: 600,
};

export type HeatGrade = "cool" | "acceptable" | "hot" | "needs better cooling";

/**
 * Grades a sink by where it settles, and by how soon it is too hot.
 * @param settled in degrees Celsius
 * @param tooHotAfter seconds until `tooHotAbove` is passed; null where it is not
 * @returns every grade that the band allows, the coolest first: one where it is sure
 * Common practice among makers and repairers; the limits are the reviewer's to change.
 */
export const heatGrades = (
  settled: Interval,
  tooHotAfter: Interval | null,
  limits: HeatLimits = HEAT_LIMITS,
): readonly HeatGrade[] => {
  if (tooHotAfter && tooHotAfter.high <= limits.tooHotWithinSeconds)
    return ["needs better cooling"];
  const settles = (["cool", "acceptable", "hot"] as const).filter((grade) => {
    const [from, to] = {
      cool: [-Infinity, limits.coolBelow],
      acceptable: [limits.coolBelow, limits.acceptableUpTo],
      hot: [limits.acceptableUpTo, Infinity],
    }[grade];
    return settled.low < to && settled.high >= from;
  });
  const mayBeTooHot = tooHotAfter !== null && tooHotAfter.low <= limits.tooHotWithinSeconds;
  return mayBeTooHot ? [...settles, "needs better cooling"] : settles;
};
