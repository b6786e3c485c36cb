import type { PlannedRun } from "@/core/plan";
import { detailsSchema } from "@/records";
import { amplifier, power, load } from "@/records/testing/run";
import { planJobs } from "./planJobs";

const planned = (change: Partial<PlannedRun>): PlannedRun => ({
  id: "p",
  kind: "spectrum",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 5,
  seconds: 30,
  setting: "",
  proves: [],
  ...change,
});
const four = { ...load, id: "four", nominalOhms: 4 };
const bench = {
  amplifier,
  loads: [load, four],
  claims: [power],
  found: [],
  details: detailsSchema.getDefault(),
};

test("runs of a plan become jobs in their order, each into its load", () => {
  const jobs = planJobs([planned({ kind: "noise" }), planned({ loadOhms: 4 })], bench);
  expect(jobs.map(({ kind, loadId, secondLoadId }) => [kind, loadId, secondLoadId])).toEqual([
    ["noise", "load", "four"],
    ["spectrum", "four", "load"],
  ]);
  expect(new Set(jobs.map(({ id }) => id)).size).toBe(2);
  expect(jobs[0].level).toEqual({ watts: power.powerWatts, from: "claim" });
});

test("a run whose load is not built is left out; what was found lowers the level", () => {
  expect(planJobs([planned({ loadOhms: 2 })], bench)).toEqual([]);
  const found = [{ nominalOhms: 8, channelsDriven: 2, watts: 12 }];
  expect(planJobs([planned({})], { ...bench, found })[0].level).toEqual({
    watts: 12,
    from: "found",
  });
});
