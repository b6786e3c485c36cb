import type { SafetyFacts } from "@/core/safety";
import type { Amplifier, Claim, Details, Load, RigSettings } from "@/records";

/** What the records say of an amplifier's dangers: its largest claim into its lowest load. */
export const safetyFacts = (
  {
    amplifier,
    claims,
    loads,
    details: { terminals },
  }: {
    amplifier: Amplifier;
    claims: readonly Claim[];
    loads: readonly Load[];
    details: Pick<Details, "terminals">;
  },
  { isBridged, withSpeaker }: Pick<RigSettings, "isBridged" | "withSpeaker">,
): SafetyFacts => {
  const ohms = [
    ...loads.map(({ nominalOhms }) => nominalOhms),
    ...claims.map(({ loadOhms }) => loadOhms),
  ];
  return {
    topology: amplifier.topology,
    kind: amplifier.kind,
    powerWatts: Math.max(0, ...claims.map(({ powerWatts }) => powerWatts)),
    loadOhms: ohms.length > 0 ? Math.min(...ohms) : 8,
    channelsDriven: amplifier.channelCount,
    terminals,
    isBridged,
    withSpeaker,
  };
};
