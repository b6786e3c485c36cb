import { analyseTone } from "@/core/distortion/reading";
import { EXAMPLE_RIGS, onLoads } from ".";
import { SimulatedLive } from "./SimulatedLive";

const live = (name: keyof typeof EXAMPLE_RIGS = "home-class-ab") =>
  new SimulatedLive(onLoads(EXAMPLE_RIGS[name], [8, 8]), [true, true], 1000, 1);

const toneOf = (bench: SimulatedLive) => {
  const outcome = analyseTone(bench.lastVolts(0.1)[0], bench.sampleRateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test.each(["home-class-ab", "mini-bridge-brick"] as const)(
  "%s: stretches join without a gap, so that distortion is the amplifier's own",
  (name) => {
    const bench = live(name);
    bench.setDrive(0.1);
    for (let k = 0; k < 12; k++) bench.advance(0.05);
    const reading = toneOf(bench);
    expect(reading.fundamentalHz).toBeCloseTo(1000, 2);
    // A gap of a single sample between stretches would leave more than a percent.
    expect(reading.thdPlusNoiseRatio).toBeLessThan(0.002);
  },
);

test("the drive turns output up and down by as much", () => {
  const bench = live();
  const voltsAt = (drive: number) => {
    bench.setDrive(drive);
    for (let k = 0; k < 4; k++) bench.advance(0.05);
    return toneOf(bench).fundamentalVoltsRms;
  };
  const low = voltsAt(0.05);
  expect(voltsAt(0.1) / low).toBeCloseTo(2, 2);
  expect(voltsAt(0.05) / low).toBeCloseTo(1, 2);
});

test("turned down to its least nothing is to be heard; the tone changes only then", () => {
  const bench = live();
  bench.setDrive(0.3);
  bench.advance(0.2);
  const loud = toneOf(bench).voltsRms;
  bench.changeTone(400);
  bench.advance(0.2);
  expect(bench.driveVoltsRms).toBe(bench.leastDriveVoltsRms);
  expect(toneOf(bench).voltsRms).toBeLessThan(0.002 * loud);
  bench.setDrive(0.3);
  for (let k = 0; k < 4; k++) bench.advance(0.05);
  expect(toneOf(bench).fundamentalHz).toBeCloseTo(400, 2);
});

test("the load warms and the source holds the drive at what it can give", () => {
  const bench = live();
  bench.setDrive(100);
  const first = bench.advance(0.1).loadCelsius[0];
  const state = Array.from({ length: 10 }, () => bench.advance(0.1))[9];
  expect(bench.driveVoltsRms).toBe(bench.mostDriveVoltsRms);
  expect(state.loadCelsius[0]).toBeGreaterThan(first);
});
