import { curveDifference, type CurveDifference } from "@/core/compare";
import { COVERAGE_FACTOR } from "@/core/power";
import { RUN_KINDS, type Curve, type Quantity } from "@/core/run";
import { outputWithin } from "@/core/sweep";
import { audibilityOf, type Audibility } from "@/core/supply";
import type { ComparisonSet } from "../comparisons";
import type { Run } from "../run";
import { broughtTogether, curveUnder, curveWorth, isLogOver, scaleOf } from "./comparedRuns";

/** A run in a comparison, with what its amplifier is rated for into that load. */
export type ComparedRun = { run: Run; channel: number; ratedWatts: number | null };

/** Clean output against clean output, as a level. */
export type OutputDifference = {
  firstWatts: number;
  secondWatts: number;
  /** Where one of them was not driven to its limit, what the difference is only known to be; unknown where neither was. */
  bound: "at-least" | "at-most" | "unknown" | null;
  db: number;
  stdDb: number;
  isReal: boolean;
  audibility: Audibility;
};

const LIMIT_RATIO = 0.01;
const DECIBELS_OF_RATIO = 10 / Math.LN10;

const outputOf = ({ run, channel }: ComparedRun) => {
  const levels = (run.result.channels[channel] ?? run.result.channels[0]).levels ?? [];
  if (levels.length < 2) return null;
  const found = outputWithin(levels, LIMIT_RATIO, "thd-plus-noise");
  return found.status === "never-below" || !(found.powerWatts > 0) ? null : found;
};

/** Of two runs that raise the drive in steps, what each gives at 1 % THD+N; null of others, or where one never was so clean. */
export const outputDifference = (
  first: ComparedRun,
  second: ComparedRun,
): OutputDifference | null => {
  if (RUN_KINDS[first.run.kind].speaksTo !== "power") return null;
  const [a, b] = [outputOf(first), outputOf(second)];
  if (!a || !b) return null;
  const audibility = audibilityOf(a.powerWatts / b.powerWatts);
  const stdDb =
    DECIBELS_OF_RATIO *
    Math.hypot(
      a.powerWattsStdUncertainty / a.powerWatts,
      b.powerWattsStdUncertainty / b.powerWatts,
    );
  const bound = boundOf(a.status === "at-least", b.status === "at-least");
  return {
    firstWatts: a.powerWatts,
    secondWatts: b.powerWatts,
    bound,
    db: audibility.db,
    stdDb,
    // A bound on the far side leaves open on which side the difference lies.
    isReal: isSure(audibility.db, stdDb, bound),
    audibility,
  };
};

const isSure = (db: number, stdDb: number, bound: OutputDifference["bound"]): boolean => {
  if (bound === "unknown" || (bound === "at-least" && db < 0) || (bound === "at-most" && db > 0))
    return false;
  return Math.abs(db) > COVERAGE_FACTOR * stdDb;
};

const boundOf = (isFirst: boolean, isSecond: boolean): OutputDifference["bound"] => {
  if (isFirst && isSecond) return "unknown";
  if (isFirst) return "at-least";
  return isSecond ? "at-most" : null;
};

/** A curve as it is drawn in a comparison; null with why it cannot be. */
export type TogetherCurve = { curve: Curve | null; why: string | null };

/** A run's curve, brought together with the others of its set. */
export const togetherCurve = (
  { run, channel, ratedWatts }: ComparedRun,
  set: Pick<ComparisonSet, "chart" | "normalising" | "meetAt">,
): TogetherCurve => {
  const own = curveUnder(run, channel, set.chart);
  if (!own) return { curve: null, why: "it does not have this curve" };
  const curve = broughtTogether(own, set, ratedWatts);
  if (curve) return { curve, why: null };
  return {
    curve: null,
    why:
      set.normalising === "of-rated"
        ? "no claim for its load"
        : "no reading at the normalisation point",
  };
};

/** A difference with its unit: dB, or that of the curves. */
export type TogetherDifference = CurveDifference & { isPlain: boolean; y: Quantity };

/** The difference of two curves of a set; null where there is none. */
export const togetherDifference = (
  first: ComparedRun,
  second: ComparedRun,
  set: Pick<ComparisonSet, "chart" | "normalising" | "meetAt">,
): TogetherDifference | null => {
  const [a, b] = [first, second].map((each) => compared(each, set));
  if (!a || !b || a.x !== b.x || a.y !== b.y) return null;
  const scale = scaleOf(a.y);
  const outcome = curveDifference(a, b, { scale, isLog: isLogOver(a.x) });
  return outcome.ok ? { ...outcome.value, isPlain: scale === "plain", y: a.y } : null;
};

/** A curve with what its readings are worth: where it became the level of a power, half as much. */
const compared = (
  each: ComparedRun,
  set: Pick<ComparisonSet, "chart" | "normalising" | "meetAt">,
) => {
  const own = curveUnder(each.run, each.channel, set.chart);
  const { curve } = togetherCurve(each, set);
  if (!own || !curve) return null;
  const worth = curveWorth(each.run, each.channel, own);
  const isLevelOfPower = scaleOf(own.y) === "power" && curve.y === "level-ratio";
  return {
    ...risingPart(curve),
    ...worth,
    yStd: isLevelOfPower ? worth.yStd / 2 : worth.yStd,
  };
};

/** Past its limit an amplifier may give less the more it is driven; there the same watts stand for two things. */
const risingPart = (curve: Curve): Curve => {
  let highest = -Infinity;
  const points = curve.points.filter(([x]) => {
    if (x <= highest) return false;
    highest = x;
    return true;
  });
  return { ...curve, points };
};
