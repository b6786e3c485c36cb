import { logShare } from "../numeric";
import { distortionRatio, powerBetween, type DistortionMeasure } from "./powerAtLimit";
import type { PowerAtLimit, StepReading } from "./types";

/** Distortion this many times its floor is past the knee, where the curve turns up and stays up. */
const KNEE_FACTOR = 3;
/** The floor is the lowest third of the readings above a tenth of the highest power. */
const FLOOR_SHARE = 1 / 3;

/**
 * Power at the knee of the curve: where distortion, coming from the top, first falls to three times its floor. The floor
 * is the median of the lowest third of the readings in the upper decade of power, so that one noisy reading moves it
 * little; a factor of three (10 dB) lies well above the scatter of readings and well below clipping, where distortion
 * rises a hundredfold within a few percent of power.
 * @param steps in order of rising drive
 * Common practice: the knee is where distortion leaves its floor; three times is chosen here, because noise alone does not reach it.
 */
export const powerAtKnee = (
  steps: readonly StepReading[],
  measure: DistortionMeasure = "thd-plus-noise",
): PowerAtLimit & { limitRatio?: number } => {
  const highest = Math.max(...steps.map(({ powerWatts }) => powerWatts));
  const upper = steps
    .filter(({ powerWatts, flattening }) => powerWatts > highest / 10 && !flattening.present)
    .map((step) => distortionRatio(step, measure))
    .sort((a, b) => a - b);
  if (upper.length === 0) return { status: "never-below" };
  const lowest = upper.slice(0, Math.max(1, Math.ceil(upper.length * FLOOR_SHARE)));
  const limitRatio = KNEE_FACTOR * lowest[Math.floor(lowest.length / 2)];
  // From the top down: the last step that lies under the limit and has one above it.
  for (let k = steps.length - 1; k > 0; k--) {
    const [below, above] = [steps[k - 1], steps[k]];
    const [low, high] = [distortionRatio(below, measure), distortionRatio(above, measure)];
    if (low > limitRatio || high <= limitRatio) continue;
    return { ...powerBetween(below, above, logShare(low, high, limitRatio)), limitRatio };
  }
  const last = steps[steps.length - 1];
  return {
    status: "at-least",
    limitRatio,
    powerWatts: last.powerWatts,
    powerWattsStdUncertainty: last.powerWattsStdUncertainty,
  };
};
