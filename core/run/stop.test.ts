import type { Flattening } from "../distortion";
import { stopAtLevel, stopByEvent } from "./stop";
import type { Recorded } from "./types";

const after = (...events: string[]): Recorded => ({ shot: "s", sampleRateHz: 48_000, volts: [], input: null, loads: [], stimulus: null, meters: null, events: events.map((event, k) => ({ seconds: k + 1, event })) });
const half = (tipVolts: number) => ({ shortfallRatio: 0.02, tipVolts, tipSpreadVolts: 0, flattenedCycleCount: 9 });
const flat: Flattening = { present: true, firstHalf: "negative", cycleCount: 10, positive: half(31), negative: half(30) };

test("what happened first in the chain of causes is named, whichever came first in time", () => {
  expect(stopByEvent([after("relay-opened", "breaker-tripped")], null)).toMatchObject({ reason: "breaker", evidence: "After 2.00 s the breaker tripped." });
  expect(stopByEvent([after("relay-opened"), after("thermal-cut-out")], null)?.reason).toBe("thermal-cut-out");
});

test("a recovery is no stop", () => expect(stopByEvent([after("relay-closed", "thermal-recovery")], null)).toBeNull());

test("at a level: events before flat tops, flat tops before nothing", () => {
  expect(stopAtLevel([after("limiter-collapsed")], flat, "50 W", null).reason).toBe("output-limiter");
  expect(stopAtLevel([after()], flat, "50 W", null)).toMatchObject({ reason: "rail-voltage", evidence: "At 50 W the negative half flattens first, at 30.0 V." });
  expect(stopAtLevel([after()], { ...flat, present: false }, "50 W", null).reason).toBe("level-reached");
});
