import { gapsOf, nearestReading } from "./gaps";
import { clarified, numberHabit } from "./numberHabit";
import { printedSetup, type PrintedSetup } from "./printedSetup";
import { readLine, type Found } from "./readLine";
import type { ReadClaim, UnreadLine } from "./types";

/**
 * Reads a specification line by line; a line may hold several claims (one a load), or none that can be read.
 * Common practice of printed sheets; what a testable claim names follows 16 CFR 432 (from memory).
 */
export const readClaims = (sheet: string): { claims: ReadClaim[]; unread: UnreadLine[] } => {
  const claims: ReadClaim[] = [];
  const unread: UnreadLine[] = [];
  const habit = numberHabit(sheet);
  for (const printedText of sheet
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== "")) {
    const { text, ambiguous } = clarified(printedText, habit);
    const { reading, setup } = readWithSetup(text);
    if (typeof reading === "string") unread.push({ printedText, reason: reading });
    else
      claims.push(
        ...reading.map((found) => ({
          ...withGaps(printedText, found, ambiguous),
          ...(setup && { setup }),
        })),
      );
  }
  return { claims, unread };
};

/** What a line claims, and what for; where nothing but a supply or switch is named, that is what it is about. */
const readWithSetup = (
  text: string,
): { reading: ReturnType<typeof readLine>; setup: PrintedSetup | null } => {
  const { setup, rest } = printedSetup(text);
  const reading = readLine(rest);
  return typeof reading === "string" && setup
    ? { reading: readLine(text), setup: null }
    : { reading, setup };
};

const withGaps = (
  printedText: string,
  { stated, said }: Found,
  ambiguous: readonly string[],
): ReadClaim => {
  const missing = [
    ...ambiguous.map((number) => `whether “${number}” has thousands or decimals`),
    ...gapsOf(stated, said),
  ];
  return {
    printedText,
    stated,
    missing,
    nearest: missing.length > 0 ? nearestReading(stated, said) : null,
  };
};

/**
 * The claim as the core judges it, when nothing is missing. @returns null otherwise, or for another kind
 * Definition: testable with watts, ohms, channels, limit and its measure. @see 16 CFR 432; from memory
 */
export const testablePower = (claim: ReadClaim) => {
  const { stated, missing } = claim;
  if (stated.kind !== "power" || missing.length > 0) return null;
  const { powerWatts, loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } = stated;
  return loadOhms === null || channelsDriven === null || distortionLimitRatio === null
    ? null
    : {
        kind: "power" as const,
        powerWatts,
        loadOhms,
        channelsDriven,
        distortionLimitRatio,
        distortionMeasure: distortionMeasure ?? ("thd" as const),
      };
};
