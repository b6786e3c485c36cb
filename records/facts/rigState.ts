import { cautionsFor, unconfirmed } from "@/core/safety";
import type { Amplifier, StatedPower, Details, Load, Plan, RigSettings } from "@/records";
import { safetyFacts } from "./safetyFacts";

/** A rig is done once every risky caution is confirmed, and begun once any is, or anything was measured of it. */
export const rigState = (
  {
    amplifier,
    claims,
    loads,
    details,
    plan,
  }: {
    amplifier: Amplifier;
    claims: readonly StatedPower[];
    loads: readonly Load[];
    details: Details;
    plan: Plan;
  },
  rig: RigSettings,
): "nothing" | "begun" | "done" => {
  const open = unconfirmed(
    cautionsFor(safetyFacts({ amplifier, claims, loads, details, plan }, rig)),
    rig.confirmations,
  );
  if (rig.confirmations.length === 0 && !rig.loop && !rig.meterVoltsRms) return "nothing";
  return open.length === 0 ? "done" : "begun";
};
