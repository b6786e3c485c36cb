import { findTone, powerSpectrum } from "../spectrum";
import { solveSymmetric } from "../numeric";

/** Within this of full scale a sample stands at the limit: one step of 16 bits. */
const STEP_RATIO = 2 ** -15;
/** Steps below the top that tell how thickly samples lie there. */
const STEPS_BESIDE = 3;
/** So many more samples stand at the limit than a wave that turns there by itself would leave. */
const CROWDED = 2.5;
/** Of a single tone, the sine through its flanks must reach beyond full scale by this much. */
const BEYOND_RATIO = 3e-4;
/** Flanks are samples below this share of full scale. */
const FLANK_RATIO = 0.9;
/** What the flanks' own scatter may be, of the sine, for it to be a single tone. */
const SINGLE_TONE_RATIO = 0.05;
/** So many samples around one at the limit tell of the tone that plays there; of a sweep in steps, of its loudest. */
const LOOKED_AT = 2 ** 14;

/**
 * How many samples stand at the converter's limit because it was overdriven; then any reading from the recording is
 * invalid. 0 when the recording is sound.
 *
 * A wave that turns just below full scale leaves few samples there: of a sine as many in the topmost step as in the next
 * three together. One that is cut crowds them into the topmost. Where a single tone plays its flanks tell for certain how
 * high it would have gone, also where a sampled tone meets the same few phases again and again. A float file has no limit
 * of its own: one that goes beyond full scale anywhere was not cut there.
 * Chosen here, because no standard says when a converter counts as overdriven.
 */
export const overloadedSampleCount = (volts: Float64Array, fullScaleVolts: number): number => {
  const inverse = 1 / fullScaleVolts;
  let atTop = 0,
    beside = 0,
    beyond = 0;
  for (let n = 0; n < volts.length; n++) {
    const below = 1 - Math.abs(volts[n]) * inverse;
    if (below < -STEP_RATIO / 16) beyond++;
    else if (below <= STEP_RATIO) atTop++;
    else if (below <= (1 + STEPS_BESIDE) * STEP_RATIO) beside++;
  }
  const isCrowded = atTop > CROWDED * (beside + 3 * Math.sqrt(beside) + 1);
  if (beyond > 0 || !isCrowded) return 0;
  const first = middleAtTop(volts, fullScaleVolts, atTop) - LOOKED_AT / 2;
  const from = Math.max(0, Math.min(first, volts.length - LOOKED_AT));
  const reached = reachOfTone(volts.subarray(from, from + LOOKED_AT), fullScaleVolts);
  return reached !== null && reached < (1 + BEYOND_RATIO) * fullScaleVolts ? 0 : atTop;
};

/** The place of the middle one of all samples at the limit. */
const middleAtTop = (volts: Float64Array, fullScaleVolts: number, atTop: number): number => {
  const limit = (1 - STEP_RATIO) * fullScaleVolts;
  let left = atTop / 2;
  return volts.findIndex((value) => Math.abs(value) >= limit && --left < 0);
};

/** How high the single tone in a stretch would go by its flanks; null where there is no such tone. */
const reachOfTone = (volts: Float64Array, fullScaleVolts: number): number | null => {
  const frequency = findTone(powerSpectrum(volts, 1, "blackmanHarris7"), 0, 0.499);
  if (frequency === null) return null;
  const a = new Float64Array(9),
    b = new Float64Array(3);
  const limit = FLANK_RATIO * fullScaleVolts;
  const centre = (volts.length - 1) / 2;
  const row = [0, 0, 1];
  let squares = 0,
    count = 0;
  for (let n = 0; n < volts.length; n++) {
    const value = volts[n];
    if (Math.abs(value) > limit) continue;
    const angle = 2 * Math.PI * frequency * (n - centre);
    row[0] = Math.cos(angle);
    row[1] = Math.sin(angle);
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j <= i; j++) a[3 * i + j] += row[i] * row[j];
      b[i] += row[i] * value;
    }
    squares += value * value;
    count++;
  }
  const fit = count > 8 ? solveSymmetric(a, b) : null;
  if (!fit) return null;
  const explained = fit.reduce((sum, value, i) => sum + value * b[i], 0);
  const scatter = Math.sqrt(Math.max(0, squares - explained) / count);
  const peak = Math.hypot(fit[0], fit[1]);
  return scatter < SINGLE_TONE_RATIO * peak ? peak + Math.abs(fit[2]) : null;
};
