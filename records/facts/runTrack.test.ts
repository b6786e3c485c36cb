import { entryOf, type Run } from "@/records";
import { plannedRun } from "@/records/testing/planned";
import { load, runOf } from "@/records/testing/run";
import { isThrough, NO_FILTER, runTrack, type TrackPlace } from ".";

const ready = { loads: [load], isSimulated: true, hasUnconfirmed: false };
const sweep = plannedRun("power-sweep", "sweep");
const noise = plannedRun("noise", "noise", { watts: 0 });
const burst = plannedRun("burst", "burst");

const track = (planned: (typeof sweep)[], runs: Run[]): TrackPlace[] =>
  runTrack({ planned, runs: runs.map(entryOf), ready, schedule: null });

const struck = { struck: { reason: "a lead had come off", at: "" }, overruled: [] };
const states = (places: readonly TrackPlace[]) => places.map(({ key, state }) => [key, state]);

test("the plan is the spine; the first that is not made and can be is the next", () =>
  expect(states(track([noise, sweep, burst], [runOf([50, 48])]))).toEqual([
    ["noise", "next"],
    ["sweep", "made"],
    ["burst", "open"],
  ]));

test("one whose load is not built waits, and is passed over", () => {
  const low = plannedRun("low-ohm", "low", { loadOhms: 2 });
  const places = track([low, sweep], []);
  expect(states(places)).toEqual([
    ["low", "waits"],
    ["sweep", "next"],
  ]);
  expect(places[0].reason).toBe("no 2 Ω load is built");
});

test("one that was tried and could not be says why, is not the next, and is forgiven once it is made", () => {
  const failed = [{ ...sweep, message: "Recording: it is silent." }];
  const made = (runs: Run[]) =>
    runTrack({ planned: [sweep, burst], runs: runs.map(entryOf), ready, schedule: null, failed });
  expect(made([])).toMatchObject([
    { state: "failed", reason: "Recording: it is silent." },
    { state: "next", reason: null },
  ]);
  expect(made([runOf([50, 48])])[0]).toMatchObject({ state: "made", reason: null });
});

test("one that was struck out is to be made again, and keeps what was made", () => {
  const places = track([sweep], [runOf([50, 48], { id: "bad", remarks: struck })]);
  expect(places).toMatchObject([{ state: "next", runs: [{ id: "bad" }] }]);
});

test("repeats stand together, newest first; each run has one place", () => {
  const twice = { ...sweep, id: "again" };
  const runs = [runOf([50, 48], { id: "new" }), runOf([50, 48], { id: "old" })];
  const places = track([sweep, twice], runs);
  expect(places.map((place) => place.runs.map(({ id }) => id))).toEqual([["new", "old"], []]);
});

test("what no plan asked for follows in order of time, repeats together", () => {
  const runs = [
    runOf([50], { id: "one, again" }),
    runOf([50, 48], { id: "both" }),
    runOf([50], { id: "one" }),
  ];
  const places = track([], runs);
  expect(places.map((place) => place.runs.map(({ id }) => id))).toEqual([
    ["one, again", "one"],
    ["both"],
  ]);
  expect(places.every(({ plannedId }) => plannedId === null)).toBe(true);
});

test("the heat is that of the body that comes nearest to its limit; what is made asks for no pause any more", () => {
  const entry = { startSeconds: 0, endSeconds: 60, hotBody: null, allowedSeconds: 100 };
  const bodies = [
    { name: "heat sink", kelvinPerWatt: 1, timeConstantSeconds: 600, mostCelsius: 70 },
    { name: "load", kelvinPerWatt: 1, timeConstantSeconds: 600, mostCelsius: 220 },
  ];
  const entries = [noise, sweep].map((run, k) => ({
    ...entry,
    run,
    coolSeconds: 120,
    startCelsius: [20, 20],
    endCelsius: k === 0 ? [45, 20] : [30, 180],
  }));
  const places = runTrack({
    planned: [noise, sweep],
    runs: [runOf([50, 48])].map(entryOf),
    ready,
    schedule: { entries, bodies, ambientCelsius: 20 },
  });
  expect(places.map(({ heat, coolSeconds }) => [heat, coolSeconds])).toEqual([
    [{ bodyName: "heat sink", endCelsius: 45, ratio: 0.5 }, 120],
    [{ bodyName: "load", endCelsius: 180, ratio: 0.8 }, 0],
  ]);
});

test.each([
  [NO_FILTER, 3],
  [{ ...NO_FILTER, kind: "noise" as const }, 1],
  [{ ...NO_FILTER, loadOhms: 8 }, 3],
  [{ ...NO_FILTER, loadOhms: 4 }, 0],
  [{ ...NO_FILTER, channelsDriven: 1 }, 0],
])("%j lets %d of three through", (filter, count) =>
  expect(track([noise, sweep, burst], []).filter((place) => isThrough(place, filter))).toHaveLength(
    count,
  ),
);
