import "server-only";
import type { MeasuredSink } from "@/core/plan";
import type { FoundLimit, PlanRecords } from "@/records/facts";
import type { AmplifierRecords } from "./readAmplifier";

/** What a plan is made from. @param measured what sweeps and soaks have found already */
export const planRecordsOf = (
  { amplifier, powers, loads, details, forecastSettings, rig, room }: AmplifierRecords,
  { found, sink = null }: { found?: readonly FoundLimit[]; sink?: MeasuredSink | null } = {},
): PlanRecords => ({
  amplifier,
  claims: powers,
  loads,
  details,
  forecastSettings,
  isBridged: rig.isBridged,
  roomCelsius: room.celsius,
  found,
  sink,
});
