import { requirePositive } from "../units";
import type { PowerAtLimit, StepReading } from "./types";

export type DistortionMeasure = "thd" | "thd-plus-noise";

/**
 * The ratio of a step by either measure: THD over the fundamental, or THD+N over the total.
 * @see IEC 60268-3, total harmonic distortion; from memory
 */
export const distortionRatio = (step: StepReading, measure: DistortionMeasure): number =>
  measure === "thd" ? step.thdRatio : step.thdPlusNoiseRatio;

/**
 * Output power at a limit of distortion: the upward crossing nearest the top of the sweep, between the logarithms of
 * power and distortion of the two steps around it. The gap between those steps enters the uncertainty as a
 * rectangular distribution, since where between them the limit lies is not measured.
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
  for (let k = steps.length - 1; k > 0; k--) {
    const [below, above] = [steps[k - 1], steps[k]];
    const [low, high] = [distortionRatio(below, measure), distortionRatio(above, measure)];
    if (low > limitRatio || high <= limitRatio) continue;
    const share = low > 0 ? Math.log(limitRatio / low) / Math.log(high / low) : 1;
    return between(below, above, share);
  }
  const within = steps.filter((step) => distortionRatio(step, measure) <= limitRatio);
  return within.length > 0
    ? { status: "at-least", ...highestOf(within) }
    : { status: "never-below" };
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
      return between(steps[k - 1], steps[k], 0.5);
  const clean = steps.filter((step) => !step.flattening.present);
  return clean.length > 0 ? { status: "at-least", ...highestOf(clean) } : { status: "never-below" };
};

const between = (below: StepReading, above: StepReading, share: number): PowerAtLimit => {
  const powerWatts = below.powerWatts * (above.powerWatts / below.powerWatts) ** share;
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
