import { gapsOf, nearestReading } from "./gaps";
import type { ReadClaim, StatedClaim } from "./types";

/** What of a claim a reviewer may fill in, by the names of its fields. */
export type FilledIn = Readonly<Record<string, unknown>>;

/** What words mean, or how a number is to be read, no condition fills in. */
const isOfWords = (gap: string): boolean => gap.startsWith("what “") || gap.startsWith("whether ");

/**
 * A claim with what the reviewer filled in where the line is silent: printed conditions stay as they are printed.
 * @returns the claim, and in words what was filled in
 * Definition: testable is what names its conditions. @see 16 CFR 432; from memory
 */
export const completedClaim = (
  claim: ReadClaim,
  filledIn: FilledIn,
): ReadClaim & { filledIn: readonly string[] } => {
  const known = claim.stated as Readonly<Record<string, unknown>>;
  const open = Object.fromEntries(
    Object.entries(filledIn).filter(([name]) => name in known && known[name] === null),
  );
  const stated = { ...claim.stated, ...open } as StatedClaim;
  const missing = [...claim.missing.filter(isOfWords), ...gapsOf(stated, [])].filter(
    (gap, k, all) => all.indexOf(gap) === k,
  );
  return {
    ...claim,
    stated,
    missing,
    // A claim that was written down in a form has none of its own.
    nearest: missing.length > 0 ? (claim.nearest ?? nearestReading(stated, [])) : null,
    filledIn: claim.missing.filter((gap) => !missing.includes(gap)),
  };
};

/**
 * Whether a line leaves a condition open that would make it testable: it has the field, is silent there, and lacks something.
 * Definition: as in completedClaim.
 */
export const isOpenCondition = (claim: ReadClaim, name: string): boolean => {
  const { [name]: value } = claim.stated as Readonly<Record<string, unknown>>;
  if (value !== null) return false;
  const { missing } = completedClaim(claim, { [name]: 1 });
  return missing.length < claim.missing.length;
};
