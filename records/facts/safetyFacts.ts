import { RUN_KINDS } from "@/core/run";
import type { SafetyFacts } from "@/core/safety";
import type { Amplifier, StatedPower, Details, Load, Plan, RigSettings } from "@/records";

/**
 * What the records say of an amplifier's dangers: the claim with the highest volts into its own ohms, what its supplies could drive, whether
 * outputs are bridged or will be, and the most watts of any claim.
 */
export const safetyFacts = (
  {
    amplifier,
    claims,
    loads,
    details: { terminals, supplies },
    plan,
  }: {
    amplifier: Amplifier;
    claims: readonly StatedPower[];
    loads: readonly Load[];
    details: Pick<Details, "terminals" | "supplies">;
    /** What is to be made, as far as it is known. */
    plan?: { runs: readonly Pick<Plan["runs"][number], "kind">[] };
  },
  { isBridged, withSpeaker }: Pick<RigSettings, "isBridged" | "withSpeaker">,
): SafetyFacts => {
  const most = claims.reduce<StatedPower | null>(
    (found, claim) => (found && squaredVolts(found) >= squaredVolts(claim) ? found : claim),
    null,
  );
  const lowest = Math.min(...loads.map(({ nominalOhms }) => nominalOhms));
  const unclaimedOhms = Number.isFinite(lowest) ? lowest : 8;
  const railVolts = Math.max(0, ...supplies.map(({ volts }) => volts ?? 0));
  const planned = plan?.runs ?? [];
  return {
    topology: amplifier.topology,
    kind: amplifier.kind,
    powerWatts: most?.powerWatts ?? 0,
    loadOhms: most?.loadOhms ?? unclaimedOhms,
    mostWatts: Math.max(0, ...claims.map(({ powerWatts }) => powerWatts)),
    lowestOhms: Math.min(lowest, ...claims.map(({ loadOhms }) => loadOhms), most?.loadOhms ?? 8),
    channelsDriven: amplifier.channelCount,
    terminals,
    isBridged: isBridged || planned.some(({ kind }) => RUN_KINDS[kind].isBridged),
    // A sine between the rails has their volts as its peak.
    ...(railVolts > 0 && { railVoltsRms: railVolts / Math.SQRT2 }),
    withSpeaker,
    isUnattended: planned.some(({ kind }) => RUN_KINDS[kind].isSoaked),
  };
};

/** Watts times ohms. */
const squaredVolts = ({ powerWatts, loadOhms }: StatedPower): number => powerWatts * loadOhms;
