// For tests only.
import type { BenchJob } from "..";

/** A run as it is asked for, on the simulated bench. */
export const benchJob = (change: Partial<BenchJob> = {}): BenchJob => ({
  id: "job",
  kind: "spectrum",
  rig: {},
  loadId: "load",
  secondLoadId: null,
  channelsDriven: 2,
  settings: {},
  setting: "",
  inputUsed: "",
  ratedWatts: null,
  seed: 1,
  set: null,
  ...change,
});
