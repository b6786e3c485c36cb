import { logBetween, logShare } from "../numeric";
import { requirePositive } from "../units";
import { clippedSine, overdriveAt, overdriveWhile } from "./clippedSine";
import type { PowerAtLimit, StepReading } from "./types";

export type DistortionMeasure = "thd" | "thd-plus-noise";

/**
 * The ratio of a step by either measure: THD over the fundamental, or THD+N over the total.
 * @see IEC 60268-3, total harmonic distortion; from memory
 */
export const distortionRatio = (step: StepReading, measure: DistortionMeasure): number =>
  measure === "thd" ? step.thdRatio : step.thdPlusNoiseRatio;

/**
 * Output power at a limit of distortion: the upward crossing nearest the top of the sweep. Where the step above it is cut
 * like a sine (its distortion is what its own flat tops and level predict), the limit lies where a sine cut at that height
 * distorts so much, however far apart the steps are; else between the logarithms of power and distortion of the two steps
 * around it. What remains open between the steps enters the uncertainty as a rectangular distribution.
 * @param steps in order of rising drive
 * @param limitRatio above zero: 0.01 is 1 %
 * @see IEC 60268-3:2018 (distortion-limited output power); JCGM 100:2008, 4.3.7 (rectangular distribution)
 */
export const powerAtDistortion = (
  steps: readonly StepReading[],
  limitRatio: number,
  measure: DistortionMeasure,
): PowerAtLimit => {
  requirePositive("limitRatio", limitRatio);
  // A bump further down is not where output ends: a curve that ends below the limit has not reached it.
  const isPassed = distortionRatio(steps[steps.length - 1], measure) > limitRatio;
  for (let k = steps.length - 1; isPassed && k > 0; k--) {
    const [below, above] = [steps[k - 1], steps[k]];
    const [low, high] = [distortionRatio(below, measure), distortionRatio(above, measure)];
    if (low > limitRatio || high <= limitRatio) continue;
    const share = low > 0 ? logShare(low, high, limitRatio) : 1;
    return (
      cutBetween(steps.slice(k - 1), { low, high, limitRatio }) ?? powerBetween(below, above, share)
    );
  }
  const within = steps.filter((step) => distortionRatio(step, measure) <= limitRatio);
  return within.length > 0
    ? { status: "at-least", ...highestOf(within) }
    : { status: "never-below" };
};

/**
 * The most output within a limit of distortion: where the limit is passed, or what was given before where output falls as the drive
 * rises, as it does when a supply gives in. Its true top then lies between two steps, no further above the higher one than that stands
 * above the one before. A laxer limit never comes to less than a stricter one.
 * @param steps in order of rising drive
 * @param limitRatio above zero: 0.01 is 1 %
 * @see powerAtDistortion; JCGM 100:2008, 4.3.7 (rectangular distribution)
 */
export const outputWithin = (
  steps: readonly StepReading[],
  limitRatio: number,
  measure: DistortionMeasure,
): PowerAtLimit => {
  const crossed = powerAtDistortion(steps, limitRatio, measure);
  if (crossed.status !== "reached") return crossed;
  const top = steps.reduce<number | null>(
    (best, step, k) =>
      distortionRatio(step, measure) <= limitRatio &&
      step.powerWatts > (best === null ? crossed.powerWatts : steps[best].powerWatts)
        ? k
        : best,
    null,
  );
  if (top === null) return crossed;
  const { powerWatts, powerWattsStdUncertainty } = steps[top];
  const rise = top === 0 ? 0 : Math.abs(powerWatts - steps[top - 1].powerWatts);
  return {
    status: "reached",
    powerWatts,
    powerWattsStdUncertainty: Math.hypot(powerWattsStdUncertainty, rise / Math.sqrt(3)),
  };
};

/** Below a quarter of a watt noise is what passes a limit. @see 16 CFR 432 (from 250 mW on); from memory */
const LEAST_BUMP_WATTS = 0.25;

/**
 * The level that distorts most above a limit although louder ones keep within it: distortion of crossover or hum, not the end of
 * output. Null where there is none, from 0.25 W to the power at the limit.
 * @param steps in order of rising drive
 * @see IEC 60268-3:2018 (distortion-limited output power), which speaks of the limit alone
 */
export const bumpBelowLimit = (
  steps: readonly StepReading[],
  limitRatio: number,
  measure: DistortionMeasure,
): { powerWatts: number; ratio: number } | null => {
  const last = steps.findLastIndex((step) => distortionRatio(step, measure) <= limitRatio);
  return steps
    .slice(0, Math.max(0, last))
    .map((step) => ({ powerWatts: step.powerWatts, ratio: distortionRatio(step, measure) }))
    .filter(({ powerWatts, ratio }) => powerWatts >= LEAST_BUMP_WATTS && ratio > limitRatio)
    .reduce<{ powerWatts: number; ratio: number } | null>(
      (most, each) => (most !== null && most.ratio >= each.ratio ? most : each),
      null,
    );
};

/**
 * Output power at which the tops begin to flatten: half way between the last step without and the first step with
 * flat tops, nearest the top of the sweep. The criterion is FLATTENING_CRITERION_RATIO.
 * @param steps in order of rising drive
 * Common practice: the last level with clean tops.
 */
export const powerAtClipOnset = (steps: readonly StepReading[]): PowerAtLimit => {
  for (let k = steps.length - 1; k > 0; k--)
    if (steps[k].flattening.present && !steps[k - 1].flattening.present)
      return powerBetween(steps[k - 1], steps[k], 0.5);
  const clean = steps.filter((step) => !step.flattening.present);
  return clean.length > 0 ? { status: "at-least", ...highestOf(clean) } : { status: "never-below" };
};

/** Measured distortion may differ by this much from what the flat tops predict for the model of a cut sine to hold. */
const MODEL_HOLDS_RATIO = 0.25;
/** Tops give in further as the drive rises; towards the limit they may stand higher by this part. */
const MOST_SAG_RATIO = 0.1;

/**
 * The power at a limit from the height of the flat tops, where the first of the steps above it is a cut sine.
 * @param steps the one below the limit, then those above it
 * @returns null where the tops are not flat, bend softly, or sink
 */
const cutBetween = (
  [below, above, next]: readonly StepReading[],
  { low, high, limitRatio }: { low: number; high: number; limitRatio: number },
): PowerAtLimit | null => {
  const tops = topsOf(above);
  // Where power falls as the drive rises the supply gives in, and no height of the tops holds.
  if (tops === null || !(above.powerWatts > below.powerWatts)) return null;
  const ohms = above.voltsRms ** 2 / above.powerWatts;
  const predicted = distortionAtLevel(above.voltsRms ** 2 / tops ** 2);
  if (predicted === null || Math.abs(predicted / high - 1) > MODEL_HOLDS_RATIO) return null;
  const ofCutting = Math.sqrt(Math.max(0, limitRatio ** 2 - low ** 2));
  const { meanSquare } = clippedSine(overdriveAt(ofCutting));
  // With more of the sweep above it, how fast the tops sink as the drive rises is known too.
  const nextTops = next ? topsOf(next) : null;
  const slope = nextTops !== null ? Math.max(0, tops - nextTops) : 0;
  const height = Math.min(tops * (1 + MOST_SAG_RATIO), tops + slope / 2);
  const powerWatts = Math.max(
    below.powerWatts,
    Math.min(above.powerWatts, (height ** 2 * meanSquare) / ohms),
  );
  const ofReading = powerWatts * (below.powerWattsStdUncertainty / below.powerWatts);
  // The tops' height is known to how far they sink from here to the next step, and to how well the model predicts.
  const ofTops = (2 * powerWatts * Math.max(slope / 2, tops * LEAST_TOPS_RATIO)) / tops;
  const ofModel = (Math.abs(above.powerWatts - powerWatts) * Math.abs(predicted / high - 1)) / 2;
  return {
    status: "reached",
    powerWatts,
    powerWattsStdUncertainty: Math.hypot(ofReading, ofTops / Math.sqrt(3), ofModel),
  };
};

/** Heights of flat tops are read to within this. Chosen here: what ripple and sampling leave of them. */
const LEAST_TOPS_RATIO = 0.004;

/** The mean height of both tops, where both are flat. */
const topsOf = ({ flattening: { present, positive, negative } }: StepReading): number | null =>
  present && positive.flattenedCycleCount > 0 && negative.flattenedCycleCount > 0
    ? (positive.tipVolts + negative.tipVolts) / 2
    : null;

/** The distortion of a cut sine whose mean square over the square of its height is known; null where no cut sine has it. */
const distortionAtLevel = (meanSquare: number): number | null =>
  meanSquare > 0.5 && meanSquare < 1
    ? clippedSine(overdriveWhile((cut) => cut.meanSquare < meanSquare)).distortionRatio
    : null;

/**
 * The power at a share of the way between two steps, on logarithmic scales; what remains open between them enters the uncertainty.
 * @see JCGM 100:2008, 4.3.7 (rectangular distribution)
 */
export const powerBetween = (
  below: StepReading,
  above: StepReading,
  share: number,
): PowerAtLimit => {
  const powerWatts = logBetween(below.powerWatts, above.powerWatts, share);
  const ofReading = powerWatts * (below.powerWattsStdUncertainty / below.powerWatts);
  const ofGap = Math.abs(above.powerWatts - below.powerWatts) / 2 / Math.sqrt(3);
  return { status: "reached", powerWatts, powerWattsStdUncertainty: Math.hypot(ofReading, ofGap) };
};

const highestOf = (
  steps: readonly StepReading[],
): { powerWatts: number; powerWattsStdUncertainty: number } => {
  const { powerWatts, powerWattsStdUncertainty } = steps.reduce((best, step) =>
    step.powerWatts > best.powerWatts ? step : best,
  );
  return { powerWatts, powerWattsStdUncertainty };
};
