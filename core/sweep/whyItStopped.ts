import { formatPercent, formatSignificant } from "../units";
import type { StepReading, SweepStop } from "./types";

/** Output that falls by more than this while the drive rises gives way; a stiff rail only stops rising. */
const GIVES_WAY_RATIO = 0.93;
/** A step with less than this share of the step before it was cut off. */
const CUT_OFF_RATIO = 0.25;
/** Output that stays this close over so many levels, clean, while the drive rises, is held by a limiter. */
const HELD_RATIO = 1.02;
const HELD_STEPS = 4;
const CLEAN_RATIO = 0.03;
/** A recorder is stopped within about so many levels after a sweep; silence that lasts longer may be an output that was cut off. Chosen. */
const SILENT_STEPS = 2;
/** Distortion at which a sweep without flat tops is said to have reached the amplifier's end. */
const DISTORTED_RATIO = 0.01;

/**
 * Reads from the steps of a sweep why output stopped rising. The recording shows only the output, so where it does
 * not tell causes apart the answer is "not-known".
 * @param steps in order of rising drive, at least two
 * @param stepCount how many levels the sweep had: fewer readings mean that output was gone at some
 * @param silentSeconds how long nothing is heard after the last level
 */
export const whyItStopped = (
  steps: readonly StepReading[],
  stepCount: number,
  silentSeconds = 0,
): SweepStop => {
  const last = steps[steps.length - 1];
  const cut = steps.findIndex(
    (step, k) => k > 0 && step.powerWatts < CUT_OFF_RATIO * steps[k - 1].powerWatts,
  );
  if (cut > 0 || steps.length < stepCount) {
    const before = cut > 0 ? steps[cut - 1] : last;
    return {
      reason: "output-protection",
      evidence: `After ${watts(before)} the output was cut off while the drive kept rising.`,
    };
  }
  const clipped = steps.filter((step) => step.flattening.present);
  if (clipped.length === 0) {
    if (isHeld(steps))
      return {
        reason: "output-limiter",
        evidence: `Over the last ${HELD_STEPS} levels the output stayed at ${watts(last)} with ${formatPercent(last.thdPlusNoiseRatio)} THD+N without clipping: an output limiter holds it.`,
      };
    if (
      last.thdPlusNoiseRatio < DISTORTED_RATIO &&
      silentSeconds > SILENT_STEPS * stepSeconds(steps)
    )
      return {
        reason: "not-known",
        evidence: `After ${watts(last)} with only ${formatPercent(last.thdPlusNoiseRatio)} THD+N there is no signal for ${formatSignificant(silentSeconds, 2)} s: either the sweep ended there, or the output was cut off. The recording alone does not show which.`,
      };
    if (last.thdPlusNoiseRatio < DISTORTED_RATIO)
      return {
        reason: "input-drive",
        evidence: `The sweep ended at ${watts(last)} with only ${formatPercent(last.thdPlusNoiseRatio)} THD+N and no clipping: the drive limits the output, not the amplifier.`,
      };
    return {
      reason: "not-known",
      evidence: `Distortion rose smoothly to ${formatPercent(last.thdPlusNoiseRatio)} at ${watts(last)}without clipping; the recording alone does not show what limits it.`,
    };
  }
  // From here on all are flat; what looks flat far below is something else.
  const first =
    steps[steps.findLastIndex(({ flattening }) => !flattening.present) + 1] ?? clipped[0];
  const highest = steps.reduce((best, step) => (step.powerWatts > best.powerWatts ? step : best));
  if (last.powerWatts < GIVES_WAY_RATIO * highest.powerWatts)
    return {
      reason: "supply-power-or-current",
      evidence: `From ${watts(highest)} up the output fell, to ${watts(last)}, while the drive rose: the supply is out of power or current.`,
    };
  return {
    reason: "rail-voltage",
    evidence: `${halves(first)} clips at ${formatSignificant(tipVolts(first), 3)} V from ${watts(first)} up${ripple(clipped)}.`,
  };
};

/** From one level to the next. */
const stepSeconds = (steps: readonly StepReading[]): number =>
  steps[steps.length - 1].startSeconds - steps[steps.length - 2].startSeconds;

/** The drive rises with every level; output that does not, and stays clean, is being held. */
const isHeld = (steps: readonly StepReading[]): boolean => {
  const held = steps.slice(-HELD_STEPS);
  const powers = held.map(({ powerWatts }) => powerWatts);
  return (
    held.length === HELD_STEPS &&
    Math.max(...powers) < HELD_RATIO * Math.min(...powers) &&
    steps[0].powerWatts < 0.5 * Math.min(...powers) &&
    held.every(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio < CLEAN_RATIO)
  );
};

const watts = (step: StepReading): string => `${formatSignificant(step.powerWatts, 3)} W`;

const halves = ({ flattening: { firstHalf } }: StepReading): string =>
  firstHalf === "both" ? "The output" : `The ${firstHalf ?? "negative"} half, first,`;

const tipVolts = ({ flattening }: StepReading): number =>
  flattening.firstHalf === "negative" ? flattening.negative.tipVolts : flattening.positive.tipVolts;

/** Ripple shows only where the tops are flat; one percent of their height is the least that is worth a word. Chosen, well above the noise of a recorder. */
const ripple = (clipped: readonly StepReading[]): string => {
  const last = clipped[clipped.length - 1].flattening;
  const spread = Math.max(last.positive.tipSpreadVolts, last.negative.tipSpreadVolts);
  return spread > 0.01 * last.positive.tipVolts
    ? `, with ${formatSignificant(spread, 2)} V of supply ripple on the clipped peaks`
    : "";
};
