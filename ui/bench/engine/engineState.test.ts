import { NOTHING_UNDER_WAY, type BenchJob, type UnderWayShot } from "@/records";
import {
  engineAfter,
  engineFound,
  IDLE,
  underWayOf,
  type EngineEvent,
  type EngineState,
} from "./engineState";

const job = (id: string) => ({ id, kind: "spectrum", loadId: "8" }) as BenchJob;
const shot = (name: string) => ({ name, sha256: "ab".repeat(32) }) as UnderWayShot;
const begun: EngineEvent = {
  type: "begun",
  job: job("one"),
  queue: [job("two"), job("three")],
  shots: [],
  at: "2026-11-27T10:00:00Z",
};
const progress = { stage: "Playing", doneRatio: 0.5, playing: null };
const after = (...events: EngineEvent[]): EngineState => events.reduce(engineAfter, IDLE);

test("a run that begins is under way with what waits behind it, and is kept so", () => {
  const state = after(begun, { type: "progressed", progress, secondsLeft: 4 });
  expect(state).toMatchObject({ job: job("one"), progress, secondsLeft: 4, interrupted: null });
  expect(underWayOf(state)).toEqual({
    job: job("one"),
    shots: [],
    queue: [job("two"), job("three")],
    startedAt: "2026-11-27T10:00:00Z",
    refused: [],
  });
});

test("what was seen last is held while nothing plays, and forgotten with the next run", () => {
  const playing = { voltsRms: [6.3], shotNumber: 1 } as unknown as (typeof progress)["playing"];
  const quiet: EngineEvent = { type: "progressed", progress, secondsLeft: null };
  const seen: EngineEvent = { ...quiet, progress: { ...progress, playing } };
  expect(after(begun, quiet).lastSeen).toBeNull();
  expect(after(begun, seen, quiet)).toMatchObject({ progress, lastSeen: playing });
  expect(after(begun, seen, quiet, begun).lastSeen).toBeNull();
});

test("a run that could not be is remembered with its reason, until it is made after all", () => {
  const refused: EngineEvent = {
    type: "refused",
    finding: { code: "no-signal", where: "Recording", advice: "it is silent." },
  };
  const state = after(begun, refused);
  const { kind, loadId, channelsDriven, setting } = job("one");
  const message = "Recording: it is silent.";
  expect(state.refused).toEqual([{ kind, loadId, channelsDriven, setting, message }]);
  expect([begun, refused].reduce(engineAfter, state).refused).toHaveLength(1);
  expect(engineFound(underWayOf(state)).refused).toEqual(state.refused);
  expect(engineAfter(state, { type: "given-up" }).refused).toHaveLength(1);
  const stored: EngineEvent = { type: "stored", id: "x", pause: null, foundWatts: null };
  const other = { ...begun, job: { ...job("two"), kind: "noise" } } as EngineEvent;
  expect([other, stored].reduce(engineAfter, state).refused).toHaveLength(1);
  expect([begun, stored].reduce(engineAfter, state).refused).toEqual([]);
});

test("each recording that is kept stays with the run", () => {
  const state = after(
    begun,
    { type: "recorded", shot: shot("a") },
    { type: "recorded", shot: shot("b") },
  );
  expect(underWayOf(state).shots.map(({ name }) => name)).toEqual(["a", "b"]);
});

test("stored, the next is under way on the server; a pause waits for the reviewer", () => {
  const state = after(begun, {
    type: "stored",
    id: "one",
    pause: "change the load to 4 Ω",
    foundWatts: null,
  });
  expect(state).toMatchObject({ job: null, storedId: "one", pause: "change the load to 4 Ω" });
  expect(underWayOf(state)).toEqual({
    ...NOTHING_UNDER_WAY,
    job: job("two"),
    queue: [job("three")],
  });
});

test("stored as the last of its queue, nothing is under way", () => {
  const last: EngineEvent = { ...begun, queue: [] } as EngineEvent;
  const state = after(last, { type: "stored", id: "one", pause: null, foundWatts: null });
  expect(underWayOf(state)).toEqual(NOTHING_UNDER_WAY);
  expect(state.pause).toBeNull();
});

test("what a sweep found lowers the level of runs that follow into the same load", () => {
  const queue = [
    { ...job("two"), level: { watts: 100, from: "claim" as const } },
    { ...job("three"), level: { watts: 5, from: "found" as const } },
    { ...job("four"), loadId: "4", level: { watts: 100, from: "claim" as const } },
  ];
  const state = after({ ...begun, queue } as EngineEvent, {
    type: "stored",
    id: "one",
    pause: null,
    foundWatts: 12,
  });
  expect(state.queue.map(({ level }) => [level?.watts, level?.from])).toEqual([
    [12, "found"],
    [5, "found"],
    [100, "claim"],
  ]);
});

test("a run that cannot be is reported and left; what waits behind it waits on", () => {
  const finding = {
    code: "guard-tripped" as const,
    where: "Guard",
    advice: "the load is too hot.",
  };
  const state = after(begun, { type: "refused", finding });
  expect(state.failure).toEqual({ message: "Guard: the load is too hot.", code: "guard-tripped" });
  expect(state.pause).toBe("fix the problem");
  expect(underWayOf(state).job).toEqual(job("two"));
});

test.each<[string, EngineEvent, string | null]>([
  ["Mute", { type: "muted" }, null],
  ["an upload that failed", { type: "failed", message: "The disk is full." }, "The disk is full."],
])(
  "%s breaks the run off with the recordings that it has, and nothing of it is lost",
  (_, event, message) => {
    const state = after(begun, { type: "recorded", shot: shot("a") }, event);
    expect(state.job).toBeNull();
    expect(state.failure?.message ?? null).toBe(message);
    expect(state.interrupted).toMatchObject({
      job: job("one"),
      shots: [shot("a")],
      queue: [job("two"), job("three")],
    });
    expect(underWayOf(state)).toEqual(state.interrupted);
  },
);

test("a page that is left and come back to finds the run broken off, and goes on with what it has", () => {
  const left = underWayOf(after(begun, { type: "recorded", shot: shot("a") }));
  const found = engineFound(left);
  expect(found).toEqual({ ...IDLE, interrupted: left });
  const { job: again, queue, shots } = left;
  if (!again) throw new Error("nothing to go on with");
  const gone = engineAfter(found, { type: "begun", job: again, queue, shots, at: "later" });
  expect(gone).toMatchObject({ job: job("one"), shots: [shot("a")], interrupted: null });
  expect(engineFound(NOTHING_UNDER_WAY)).toEqual(IDLE);
});

test("what fails after the run was stored breaks nothing off: it stays stored, and its queue waits", () => {
  const stored = after(begun, { type: "stored", id: "one", pause: null, foundWatts: null });
  const failed = engineAfter(stored, { type: "failed", message: "The disk is full." });
  expect(failed).toMatchObject({ storedId: "one", interrupted: null, queue: stored.queue });
  expect(failed.failure?.message).toBe("The disk is full.");
});

test("given up, nothing of it is left; cleared, only what was asked", () => {
  const muted = after(begun, { type: "muted" });
  expect(engineAfter(muted, { type: "given-up" })).toEqual(IDLE);
  const failed = after(begun, { type: "failed", message: "x" });
  expect(engineAfter(failed, { type: "cleared" })).toEqual({
    ...failed,
    failure: null,
    storedId: null,
  });
});

test("what a worker says after its end changes nothing", () => {
  const muted = after(begun, { type: "muted" });
  expect(engineAfter(muted, { type: "progressed", progress, secondsLeft: 1 })).toBe(muted);
});

test("a change that the run waits for is shown until it is made; it goes with the run", () => {
  const asked: EngineEvent = { type: "asked", change: "Change the load to 4 Ω." };
  expect(after(begun, asked).asked).toBe("Change the load to 4 Ω.");
  expect(after(begun, asked, { type: "asked", change: null }).asked).toBeNull();
  expect(after(begun, asked, { type: "muted" }).asked).toBeNull();
});
