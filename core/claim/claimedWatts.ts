import type { PowerClaim } from "./types";
import { isNearLoad } from "../power";

/** Without a claim: enough to see what a load is good for. */
const USUAL_WATTS = 20;

/**
 * Watts to design a load for: the largest claim at these ohms; else what the volts of the largest claim make of them. Bridged, each
 * half sees half the ohms, and both give as much as there.
 * @param ohms above zero
 * @returns watts of one channel, or of one bridged pair; 20 W without any claim. Common practice.
 */
export const claimedWatts = (
  ohms: number,
  claims: readonly Pick<PowerClaim, "powerWatts" | "loadOhms">[],
  isBridged: boolean,
): number => {
  if (isBridged) return 2 * claimedWatts(ohms / 2, claims, false);
  const near = claims
    .filter(({ loadOhms }) => isNearLoad(loadOhms, ohms))
    .map(({ powerWatts }) => powerWatts);
  if (near.length > 0) return Math.max(...near);
  const squaredVolts = claims.map(({ powerWatts, loadOhms }) => powerWatts * loadOhms);
  return squaredVolts.length > 0 ? Math.max(...squaredVolts) / ohms : USUAL_WATTS;
};
