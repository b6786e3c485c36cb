import { meanOf } from "../numeric";
import { COVERAGE } from "./coverage";
import type { Measured } from "./thermalResistance";

/** Spots whose rise differs by more than this share of their mean make a sink lopsided. Chosen here. */
const LOPSIDED_RATIO = 0.1;

/** Whether a sink warms evenly: its hottest spot over its coolest. */
export type Evenness = {
  hottest: number;
  coolest: number;
  /** In kelvin. */
  difference: Measured;
  word: "even" | "lopsided" | "not sure";
};

/**
 * Compares spots of one sink by their rise over the room.
 * @param rises in kelvin, two or more
 * @returns the places of the hottest and the coolest among them
 * @throws {RangeError} on fewer than two
 * Chosen here: apart by more than a share of the mean rise, and by more than the uncertainty of the difference.
 */
export const evenness = (rises: readonly Measured[]): Evenness => {
  if (rises.length < 2) throw new RangeError(`${rises.length} spots; exactly two can be compared`);
  const values = rises.map(({ value }) => value);
  const hottest = values.indexOf(Math.max(...values)),
    coolest = values.indexOf(Math.min(...values));
  const difference = {
    value: values[hottest] - values[coolest],
    stdUncertainty: Math.hypot(rises[hottest].stdUncertainty, rises[coolest].stdUncertainty),
  };
  const mean = meanOf(values);
  const limit = LOPSIDED_RATIO * Math.abs(mean);
  const spread = COVERAGE * difference.stdUncertainty;
  const isSurely = difference.value - spread > limit,
    isSurelyNot = difference.value + spread <= limit;
  const unsure = isSurelyNot ? "even" : "not sure";
  return { hottest, coolest, difference, word: isSurely ? "lopsided" : unsure };
};
