import type { Flattening } from "../distortion";
import { stopAtLevel, stopByEvent, stoppedBy } from "./stop";
import type { Recorded } from "./types";

const after = (...events: string[]): Recorded => ({
  shot: "s",
  sampleRateHz: 48_000,
  volts: [],
  input: null,
  loads: [],
  stimulus: null,
  meters: null,
  events: events.map((event, k) => ({ seconds: k + 1, event })),
});
const half = (tipVolts: number) => ({
  shortfallRatio: 0.02,
  tipVolts,
  tipSpreadVolts: 0,
  flattenedCycleCount: 9,
});
const flat: Flattening = {
  present: true,
  firstHalf: "negative",
  cycleCount: 10,
  positive: half(31),
  negative: half(30),
};

test("what happened first in the chain of causes is named, whichever came first in time", () => {
  expect(stopByEvent([after("relay-opened", "breaker-tripped")], null)).toMatchObject({
    reason: "breaker",
    evidence: "After 2.00 s the breaker tripped.",
  });
  expect(stopByEvent([after("relay-opened"), after("thermal-cut-out")], null)?.reason).toBe(
    "thermal-cut-out",
  );
});

test("a recovery is no stop", () =>
  expect(stopByEvent([after("relay-closed", "thermal-recovery")], null)).toBeNull());

test("at a level: events before flat tops, flat tops before nothing", () => {
  expect(stopAtLevel([after("limiter-collapsed")], flat, "50 W", null).reason).toBe(
    "output-limiter",
  );
  expect(stopAtLevel([after()], flat, "50 W", null)).toMatchObject({
    reason: "rail-voltage",
    evidence: "At 50 W the negative half clips first, at 30.0 V.",
  });
  expect(stopAtLevel([after()], { ...flat, present: false }, "50 W", null).reason).toBe(
    "level-reached",
  );
});

test("a guard's reason goes before what the reading says; of a collapse the reading may know more", () => {
  const found = stopAtLevel([after()], null, "50 W", null);
  const watts = {
    guard: "load-rating",
    text: "The load takes 210 W; it is made for 200 W.",
    seconds: 1.5,
  } as const;
  expect(stoppedBy(found, watts)).toEqual({
    reason: "load-guard",
    evidence:
      "The load takes 210 W; it is made for 200 W. The guard reduced the drive after 1.50 s.",
    picture: null,
  });
  const collapse = {
    guard: "collapse",
    text: "The output fell from 20.0 V to 2.00 V at constant drive.",
    seconds: 1.5,
  } as const;
  expect(stoppedBy(found, collapse).reason).toBe("collapse-guard");
  expect(
    stoppedBy(stopAtLevel([after("limiter-collapsed")], null, "50 W", null), collapse),
  ).toMatchObject({
    reason: "output-limiter",
    evidence: "After 1.00 s its limiter engaged. The guard reduced the drive after 1.50 s.",
  });
});
