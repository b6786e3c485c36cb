import { resistor } from "./load/types";
import { onLoads, record, switchOn } from "./record";
import { soak } from "./soak";
import { HOME, loaded, PERFECT } from "./testing/measure";
import type { SimulatedRig } from ".";

const RATE_HZ = 192_000;
const TONE = { frequencyHz: 1000, drives: [true] };

/** Moments at which an event comes. */
const times = (events: readonly { seconds: number; event: string }[], event: string): number[] =>
  events.filter((each) => each.event === event).map(({ seconds }) => seconds);

/** The same tone played in full, without leaps: what a soak must come to. */
const playedThrough = (rig: SimulatedRig, voltsPeak: number, seconds: number) => {
  const session = switchOn(rig, { drives: [true], sampleRateHz: RATE_HZ }, 1);
  const part = Float64Array.from(
    { length: RATE_HZ / 2 },
    (_, n) => voltsPeak * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ),
  );
  for (let at = 0; at < seconds; at += 0.5) session.play(part);
  return session.events;
};

/** A small sink that is hot within seconds, and cools as quickly. */
const SMALL_SINK: SimulatedRig = {
  ...loaded(HOME, 8.2),
  heat: { ...HOME.heat, sinkJoulesPerCelsius: 10, caseJoulesPerCelsius: 2, sinkCelsiusPerWatt: 2 },
  protection: { ...HOME.protection, cutOutCelsius: 60, cutInCelsius: 57 },
};

test("a thermal cut-out comes and goes when it does without leaps, within 2 %", () => {
  const truth = playedThrough(SMALL_SINK, 0.6, 60);
  const { events } = soak(SMALL_SINK, { ...TONE, voltsPeak: 0.6, seconds: 60 }, 1);
  for (const event of ["thermal-cut-out", "thermal-recovery"]) {
    const [first] = times(truth, event);
    expect(first).toBeGreaterThan(1);
    expect(Math.abs(times(events, event)[0] / first - 1)).toBeLessThan(0.02);
  }
});

test("IEC 60898-1: a breaker of 0.55 A trips at 0.82 A, within the hour that 1.45 times allows, and then nothing comes out", () => {
  const rig: SimulatedRig = {
    ...loaded(HOME, 8.2),
    mains: { ...HOME.mains, breakerAmperes: 0.55 },
    protection: { ...HOME.protection, cutOutCelsius: 0, cutInCelsius: 0 },
  };
  const { events, points } = soak(
    rig,
    { frequencyHz: 1000, drives: [true, true], voltsPeak: 1.1, seconds: 3600 },
    1,
  );
  const loading = points[1].mainsAmperes / 0.55;
  expect(loading).toBeGreaterThan(1.45);
  const [tripped] = times(events, "breaker-tripped");
  // The bimetal settles with a time constant of two minutes and lets go at 1.25 times.
  expect(tripped / (120 * Math.log(loading ** 2 / (loading ** 2 - 1.25 ** 2)))).toBeCloseTo(1, 1);
  expect(points[points.length - 1].loadWatts[0]).toBeLessThan(1e-3);
});

test("a relay that opens for three seconds closes after three seconds, not after a leap", () => {
  const rig: SimulatedRig = {
    ...loaded(HOME, 2),
    protection: { ...HOME.protection, tripAmperes: 5, tripSeconds: 0.05, recoverySeconds: 3 },
  };
  const { events } = soak(rig, { ...TONE, voltsPeak: 0.9, seconds: 40 }, 1);
  const opened = times(events, "relay-opened"),
    closed = times(events, "relay-closed");
  expect(closed.length).toBeGreaterThan(5);
  closed.forEach((seconds, k) => expect(Math.abs(seconds - opened[k] - 3)).toBeLessThan(0.1));
});

test("a latching relay never reports that it has closed", () => {
  const rig: SimulatedRig = {
    ...loaded(HOME, 2),
    protection: {
      ...HOME.protection,
      tripAmperes: 5,
      tripSeconds: 0.05,
      recoverySeconds: 1,
      latches: true,
    },
  };
  const { events, points } = soak(rig, { ...TONE, voltsPeak: 0.9, seconds: 120 }, 1);
  expect(times(events, "relay-opened")).toHaveLength(1);
  expect(times(events, "relay-closed")).toHaveLength(0);
  expect(points[points.length - 1].isCutOut).toBe(true);
});

test("a load that is too small for the power opens in a leap at the moment it is too hot", () => {
  const rig: SimulatedRig = {
    ...PERFECT,
    loads: [
      resistor(8, {
        perCelsius: 0,
        henries: 0,
        celsiusPerWatt: 20,
        joulesPerCelsius: 10,
        ratedWatts: 50,
      }),
    ],
  };
  const { events, points } = soak(rig, { ...TONE, voltsPeak: 0.9, seconds: 600 }, 1);
  // 18 V peak into 8 ohm are 20.25 W, which would settle 405 K above the room; 378 K are too much.
  const rise = 20 * 20.25;
  expect(times(events, "resistor-opened")[0] / (200 * Math.log(rise / (rise - 378)))).toBeCloseTo(
    1,
    1,
  );
  expect(points[points.length - 1].loadWatts[0]).toBeLessThan(0.01);
});

test("a recording after a warm-up begins as hot as a soak of that tone ends, and keeps its own clock", () => {
  const rig = onLoads(HOME, [8, 8]);
  const tone = { frequencyHz: 1000, voltsPeak: 0.3, seconds: 1800 };
  const drives = [true, true];
  const warm = (warmUp?: typeof tone) =>
    record(
      rig,
      {
        stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.3, seconds: 0.3 },
        sampleRateHz: 48_000,
        drives,
        ...(warmUp && { warmUp }),
      },
      1,
    ).log;
  const soaked = soak(rig, { ...tone, drives }, 1).points.at(-1);
  const [cold, hot] = [warm(), warm(tone)].map(({ end }) => end.temperatures.sinkCelsius);
  expect(hot).toBeGreaterThan(cold + 5);
  expect(Math.abs(hot - (soaked?.sinkCelsius ?? 0))).toBeLessThan(0.5);
  // The relay closed long before; nothing of that is in the recording.
  expect(warm(tone).events.every(({ seconds }) => seconds >= 0)).toBe(true);
  expect(warm(tone).events).toEqual([]);
});
