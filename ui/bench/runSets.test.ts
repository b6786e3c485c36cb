import { EXAMPLE_RIGS } from "@/bench/simulated";
import type { BenchJob } from "@/records";
import { runsOfSet, setLabel, type RunSet } from "./runSets";

const job: BenchJob = {
  id: "j",
  kind: "spectrum",
  rig: EXAMPLE_RIGS["home-class-ab"],
  loadId: "eight",
  secondLoadId: null,
  channelsDriven: 2,
  settings: { watts: 5, frequencyHz: 1000 },
  setting: "",
  inputUsed: "",
  ratedWatts: 50,
  seed: 1,
  set: null,
};
const once: RunSet = { loadIds: [], channelCounts: [], frequencies: [], settings: [], repeats: 1 };
let number = 0;
const newId = () => `id-${number++}`;

test("a set of one is a run as it is", () => {
  expect(runsOfSet(job, once, "x", newId)).toEqual([{ ...job, id: expect.any(String), set: null }]);
});

test("every combination once, what changes by hand changing least often", () => {
  const runs = runsOfSet(
    job,
    {
      loadIds: ["eight", "four"],
      channelCounts: [1, 2],
      frequencies: [20, 1000],
      settings: ["", "limiter: off"],
      repeats: 2,
    },
    "x",
    newId,
  );
  expect(runs.length).toBe(2 * 2 * 2 * 2 * 2);
  expect(new Set(runs.map(({ id }) => id)).size).toBe(32);
  expect(new Set(runs.map(({ set }) => set?.id)).size).toBe(1);
  const changes = (pick: (each: BenchJob) => unknown) =>
    runs.filter((each, k) => k > 0 && pick(each) !== pick(runs[k - 1])).length;
  expect([
    changes(({ setting }) => setting),
    changes(({ loadId }) => loadId),
    changes(({ channelsDriven }) => channelsDriven),
  ]).toEqual([1, 3, 7]);
});

test("repeats are new recordings: the noise of each has its own seed", () => {
  expect(runsOfSet(job, { ...once, repeats: 3 }, "x", newId).map(({ seed }) => seed)).toEqual([
    1, 2, 3,
  ]);
});

test("a run without a tone has no frequencies to go through", () => {
  expect(
    runsOfSet(
      { ...job, kind: "noise", settings: { seconds: 5 } },
      { ...once, frequencies: [20, 1000] },
      "x",
      newId,
    ).length,
  ).toBe(1);
});

test("its label says what it goes through", () =>
  expect(
    setLabel("Spectrum", { ...once, loadIds: ["a", "b"], frequencies: [1, 2, 3], repeats: 5 }),
  ).toBe("Spectrum, 2 loads, 3 frequencies, 5 repeats"));
