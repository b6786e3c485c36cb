import { isOpenCondition } from "@/core/claim";
import { ratedWatts } from "@/core/verdict";
import type { Amplifier, SetupDetails, Given, PlacedClaim } from "@/records";
import { claimToJudge } from "./claimsToJudge";

/** What a line is taken to mean where it is silent. Common practice; the reviewer may change it. */
const USUAL: Readonly<Record<string, number>> = {
  loadOhms: 8,
  distortionLimitRatio: 0.01,
  frequencyHz: 1000,
  downDb: 3,
};

/** A claim that leaves something out, with what it would be given. */
export type UsualConditions = { claim: PlacedClaim & { id: string }; given: Given };

/**
 * The usual conditions of every kept claim that leaves out something that can be filled in: loads and limits as is customary, distortion
 * at half the rated output, noise below the rated output.
 */
export const usualConditions = (
  claims: readonly PlacedClaim[],
  { channelCount }: Pick<Amplifier, "channelCount">,
  details: SetupDetails,
): UsualConditions[] => {
  const facts = { claims: claims.map((claim) => claimToJudge(claim, details)) };
  const rated = ratedWatts(facts, USUAL.loadOhms);
  const values: Readonly<Record<string, number | null>> = {
    ...USUAL,
    channelsDriven: channelCount,
    powerWatts: rated && rated / 2,
    referenceWatts: rated,
  };
  return claims.flatMap((claim) => {
    const { id, given } = claim;
    if (id === null || claim.isLeftOut) return [];
    const open = Object.entries(values).flatMap(([name, value]): [string, number][] =>
      value !== null && given[name] === undefined && isOpenCondition(claim, name)
        ? [[name, value]]
        : [],
    );
    const usual = { ...given, ...Object.fromEntries(open) };
    return open.length === 0 ? [] : [{ claim: { ...claim, id }, given: usual }];
  });
};
