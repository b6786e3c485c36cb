import type { RecordingMoment } from "@/bench/contract";
import { guardedWatch } from "./guardedWatch";

const LIMITS = {
  loadWatts: 100,
  overload: { ratio: 10, seconds: 5 },
  loadCelsius: 180,
  sinkCelsius: 75,
  breakerAmperes: 10,
};
const moment = (seconds: number, watts: number): RecordingMoment => ({
  doneRatio: 0,
  seconds,
  driveVoltsRms: 1,
  voltsRms: [20],
  voltsPeak: [28],
  loadWatts: [watts],
  loadCelsius: [],
  sinkCelsius: null,
  mainsAmperes: null,
  isCutOut: false,
  last: () => ({ volts: [], sampleRateHz: 1 }),
});
const guarded = () =>
  guardedWatch(LIMITS, { mostVoltsPeak: 80 }, { stimulus: { kind: "sine" } }, () => {});

test("a recording that begins after its warm-up goes on as warm: what a load felt never falls by time that ran back", () => {
  const guards = guarded();
  for (let seconds = 0.05; seconds <= 200; seconds += 0.05) guards.watch(moment(seconds, 90));
  const [warm] = guards.felt().loadWatts;
  expect(warm).toBeGreaterThan(80);
  guards.watch(moment(0.05, 90));
  const [after] = guards.felt().loadWatts;
  expect(after).toBeGreaterThanOrEqual(warm);
  expect(after).toBeLessThan(90);
});

test("once a guard has tripped it stays so, and what it said first stands", () => {
  const guards = guarded();
  expect(guards.watch(moment(0.05, 50))).toBe("go-on");
  expect(guards.watch(moment(0.1, 2000))).toBe("end");
  expect(guards.watch(moment(0.15, 10))).toBe("end");
  expect(guards.trip()).toMatchObject({ guard: "load-rating", seconds: 0.1 });
});
