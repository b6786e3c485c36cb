import "server-only";
import type { FoundLimit, PlanRecords } from "@/records/facts";
import type { AmplifierRecords } from "./readAmplifier";

/** What a plan is made from. @param found what sweeps have found already */
export const planRecordsOf = (
  { amplifier, powers, loads, details, forecastSettings, rig, room }: AmplifierRecords,
  found?: readonly FoundLimit[],
): PlanRecords => ({
  amplifier,
  claims: powers,
  loads,
  details,
  forecastSettings,
  isBridged: rig.isBridged,
  roomCelsius: room.celsius,
  found,
});
