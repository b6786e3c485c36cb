import { powerRatioToDb } from "../units";

/** Below this nobody hears a difference of level for sure; from the second on everybody does. Common practice; twice the power is the second. */
const STEPS_DB = { hardly: 1, plainly: 3 };

/** How a difference of level sounds. */
export type Audibility = { db: number; words: string };

/**
 * What more power is to a listener, in dB and in words.
 * @param ratio of the powers, above zero
 * @see twice the power is +3 dB, just plainly audible: common practice
 */
export const audibilityOf = (ratio: number): Audibility => {
  const db = powerRatioToDb(ratio);
  const size = Math.abs(db);
  if (size < STEPS_DB.hardly) return { db, words: "not audible" };
  return { db, words: size < STEPS_DB.plainly ? "hardly audible" : "plainly audible" };
};
