import type { Evidence } from "@/core/verdict";
import { detailsSchema, runEvidence } from "@/records";
import { runOf } from "@/records/testing/run";
import { measuredOutputs } from ".";

const run = (id: string, watts: readonly number[], more: Partial<Evidence> = {}): Evidence => ({
  ...runEvidence(runOf(watts)),
  id,
  ...more,
});
const tableOf = (...runs: Evidence[]) =>
  measuredOutputs(runs, []).map(({ setting, connection, nominalOhms, channelsDriven, runId }) => [
    nominalOhms,
    connection,
    setting,
    channelsDriven,
    runId,
  ]);

test("every set of conditions has its own row, and of runs under the same the newest stands in it", () =>
  expect(
    tableOf(
      run("old", [50, 50], { takenAt: "2026-11-01" }),
      run("new", [52, 51], { takenAt: "2026-11-02" }),
      run("one", [60, 60], { channelsDriven: 1 }),
      run("soft", [45, 45], { setting: "Soft clip: on" }),
      run("four", [80, 80], { nominalOhms: 4 }),
      run("pair", [150], { connection: "bridged", channelsDriven: 2 }),
    ),
  ).toEqual([
    [8, "normal", "", 1, "one"],
    [8, "normal", "", 2, "new"],
    [8, "normal", "Soft clip: on", 2, "soft"],
    [4, "normal", "", 2, "four"],
    [8, "bridged", "", 2, "pair"],
  ]));

test("the weakest channel is the output; a condition that was not recorded, and a loudspeaker, give none", () => {
  const [{ watts }] = measuredOutputs([run("a", [50, 40])], []);
  expect(watts).toBeGreaterThan(35);
  expect(watts).toBeLessThan(42);
  expect(
    tableOf(
      run("open", [50, 50], { unrecorded: ["supply"] }),
      run("speaker", [50, 50], { source: "loudspeaker" }),
    ),
  ).toEqual([]);
});

test("the simulated bench only stands in where nothing was measured, and says so", () => {
  const simulated = run("bench", [70, 70], { source: "simulated" });
  expect(tableOf(simulated, run("real", [50, 50])).map((row) => row.at(-1))).toEqual(["real"]);
  expect(measuredOutputs([simulated], [])[0].isRehearsed).toBe(true);
});

test("where there are several supplies the one in the box is named too", () => {
  const supply = (name: string, isInTheBox: boolean) => ({
    ...detailsSchema.cast({ supplies: [{ name, kind: "brick", isInTheBox }] }).supplies[0],
  });
  const supplies = [supply("32 V brick", true), supply("48 V brick", false)];
  const settings = measuredOutputs(
    [run("small", [30, 30]), run("big", [60, 60], { supply: "48 V brick" })],
    supplies,
  ).map(({ setting }) => setting);
  expect(settings).toEqual(["32 V brick", "48 V brick"]);
});
