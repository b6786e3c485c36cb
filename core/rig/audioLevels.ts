import { requirePositive, requireRange } from "../units";

/** A tone as it was played, and what a voltmeter on the output read. */
export type PlayedLevel = { /** Peak, over full scale. */ ratio: number; meterVoltsRms: number };

export type OutputLevel = {
  /** Peak volts of a full-scale sample. */
  fullScaleVolts: number;
  /** By how much the two levels are out of proportion: 0 where it is straight. */
  linearityRatio: number;
};

/**
 * The volts at full scale of an output, from two levels that a voltmeter read: sqrt(2) times the louder reading over its ratio. The
 * quieter one shows whether the output, and the meter's own foot, are straight.
 * @throws {RangeError} on readings that are not above zero, or ratios beyond full scale
 * Closed form: the peak of a sine is sqrt(2) times its root mean square.
 */
export const outputLevel = (one: PlayedLevel, other: PlayedLevel): OutputLevel => {
  const [quiet, loud] = [one, other].toSorted((a, b) => a.ratio - b.ratio);
  for (const { ratio, meterVoltsRms } of [quiet, loud]) {
    requireRange("ratio", ratio, Number.MIN_VALUE, 1);
    requirePositive("meterVoltsRms", meterVoltsRms);
  }
  return {
    fullScaleVolts: (Math.SQRT2 * loud.meterVoltsRms) / loud.ratio,
    linearityRatio: quiet.meterVoltsRms / quiet.ratio / (loud.meterVoltsRms / loud.ratio) - 1,
  };
};

/** Two levels that are out of proportion by more than this are not one output: a limiter, a knob that was turned, a slip of the pen. Chosen here. */
export const STRAIGHT_RATIO = 0.02;
