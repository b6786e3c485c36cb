import { requireRange } from "../../units";
import { kernelRealTransform } from "./kernelRealTransform";
import { plainRealTransform } from "./plainRealTransform";
import type { RealTransform } from "./types";

export type { RealTransform } from "./types";

const plans = new Map<number, RealTransform>();
/** Lengths that are kept: some megabytes at the largest. */
const MOST_PLANS = 8;

/**
 * The transform of that length, kept for the next caller (the eight lengths used last).
 * @param length even, of the form 2^a 3^b 5^c, from 2 to 2^27
 * @throws {RangeError} on any other
 */
export const realTransform = (length: number): RealTransform => {
  requireRange("length", length, 2, 2 ** 27);
  if (length % 2 !== 0) throw new RangeError(`length is ${length}; it must be even`);
  const plan = plans.get(length) ?? kernelRealTransform(length) ?? plainRealTransform(length);
  plans.delete(length);
  plans.set(length, plan);
  if (plans.size > MOST_PLANS) plans.delete(plans.keys().next().value as number);
  return plan;
};
