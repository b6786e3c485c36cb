import type { StatedClaim } from "../claim";
import type { Deviation } from "../response";
import { dbToAmplitudeRatio, requireRange } from "../units";

/** A limit in the unit of the claim: not below, not above, or near a value. */
export type ClaimLimit =
  | { direction: "at-least" | "at-most"; value: number }
  | { direction: "about"; value: number; tolerance: number };

export type LimitStatus = "met" | "missed" | "within-uncertainty";

/** A stated gain is a nominal value; half a decibel is what the trade takes for alike. Common practice. */
const GAIN_TOLERANCE_DB = 0.5;

/**
 * What a claim of one figure demands: watts, ratios or decibels as it is printed; null for kinds without one figure
 * (a response is judged by judgeResponse, a supply is a condition).
 * Definition: as printed.
 */
export const limitOf = (stated: StatedClaim): ClaimLimit | null => {
  switch (stated.kind) {
    case "power":
    case "bridged-power":
      return { direction: "at-least", value: stated.powerWatts };
    case "distortion":
      return { direction: "at-most", value: stated.limitRatio };
    case "damping-factor":
      return { direction: "at-least", value: stated.least };
    case "noise":
    case "crosstalk":
    case "headroom":
      return { direction: "at-least", value: stated.leastDb };
    case "gain":
      return { direction: "about", value: stated.gainDb, tolerance: GAIN_TOLERANCE_DB };
    default:
      return null;
  }
};

/**
 * Judges a reading against a limit with a guard band of its expanded uncertainty on both sides.
 * @see JCGM 106:2012, 8.3 (guarded acceptance and rejection)
 */
export const judgeLimit = (
  value: number,
  expandedUncertainty: number,
  limit: ClaimLimit,
): LimitStatus => {
  requireRange("expandedUncertainty", expandedUncertainty, 0, Number.MAX_VALUE);
  const toSpare = marginOf(value, limit);
  if (toSpare >= expandedUncertainty) return "met";
  return toSpare <= -expandedUncertainty ? "missed" : "within-uncertainty";
};

/**
 * Judges a response against the decibels it may rise and fall in a band; a side the claim does not name is free. A side of
 * 0 dB allows no rise (or fall) that can be measured: the reference itself stands at 0 dB and cannot stand clear of it.
 * @param expandedUncertaintyDb of one point relative to the reference
 * @see JCGM 106, 8.3, at each end
 */
export const judgeResponse = (
  deviation: Deviation,
  upDb: number | null,
  downDb: number | null,
  expandedUncertaintyDb: number,
): LimitStatus => {
  const guard = dbToAmplitudeRatio(expandedUncertaintyDb);
  const sides: LimitStatus[] = [];
  const side = (overRatio: number, allowedDb: number): LimitStatus => {
    const [most, least] = allowedDb === 0 ? [guard, guard ** 2] : [1 / guard, guard];
    if (overRatio <= most) return "met";
    return overRatio >= least ? "missed" : "within-uncertainty";
  };
  if (upDb !== null) sides.push(side(deviation.highestRatio / dbToAmplitudeRatio(upDb), upDb));
  if (downDb !== null)
    sides.push(side(dbToAmplitudeRatio(-downDb) / deviation.lowestRatio, downDb));
  return worstOf(sides) ?? "met";
};

/** The worst of several verdicts decides; null of none. */
export const worstOf = (all: readonly LimitStatus[]): LimitStatus | null =>
  (["missed", "within-uncertainty", "met"] as const).find((status) => all.includes(status)) ?? null;

/** By how much a reading meets its limit: below nought it misses it. */
const marginOf = (value: number, limit: ClaimLimit): number => {
  if (limit.direction === "about") return limit.tolerance - Math.abs(value - limit.value);
  return limit.direction === "at-least" ? value - limit.value : limit.value - value;
};
