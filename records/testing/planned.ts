// For tests only: planned runs built by hand.
import type { PlannedRun } from "@/core/plan";

/** Both channels into 8 ohm, a minute. */
export const plannedRun = (
  kind: PlannedRun["kind"],
  id: string,
  change: Partial<PlannedRun> = {},
): PlannedRun => ({
  id,
  kind,
  loadOhms: 8,
  channelsDriven: 2,
  watts: 50,
  seconds: 60,
  setting: "",
  proves: [],
  ...change,
});
