import type { PowerClaim } from "./types";
import { isNearLoad } from "../power";

/**
 * Watts to design a load for: the largest claim at these ohms; else what the volts of the largest claim make of them. Bridged, each
 * half sees half the ohms, and both give as much as there.
 * @param ohms above zero
 * @returns watts of one channel, or of one bridged pair; null without any claim: nothing claimed means nothing claimed. Common practice.
 */
export const claimedWatts = (
  ohms: number,
  claims: readonly Pick<PowerClaim, "powerWatts" | "loadOhms">[],
  isBridged: boolean,
): number | null => {
  if (isBridged) {
    const half = claimedWatts(ohms / 2, claims, false);
    return half === null ? null : 2 * half;
  }
  const near = claims
    .filter(({ loadOhms }) => isNearLoad(loadOhms, ohms))
    .map(({ powerWatts }) => powerWatts);
  if (near.length > 0) return Math.max(...near);
  const squaredVolts = claims.map(({ powerWatts, loadOhms }) => powerWatts * loadOhms);
  return squaredVolts.length > 0 ? Math.max(...squaredVolts) / ohms : null;
};
