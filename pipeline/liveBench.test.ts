import { EXAMPLE_RIGS } from "@/bench/simulated";
import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import { GuardWatch } from "@/core/drive";
import { LiveRun, type LiveReading, type LiveRequest } from "./liveBench";
import { decodeCapture } from "./decode";

const request: LiveRequest = {
  instrument: { kind: "simulated", amplifier: EXAMPLE_RIGS["home-class-ab"], seed: 1 },
  loadOhms: [8.2],
  frequencyHz: 1000,
  limits: { loadWatts: 400, loadCelsius: 200, sinkCelsius: 90, breakerAmperes: 16 },
};

const started = async (change: Partial<LiveRequest> = {}): Promise<LiveRun> => {
  const outcome = await LiveRun.start({ ...request, ...change });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const stepped = async (run: LiveRun, count: number): Promise<LiveReading> => {
  for (let k = 1; k < count; k++) await run.step();
  return run.step();
};
const stepUntil = async (
  run: LiveRun,
  isDone: (reading: LiveReading) => boolean,
  most = 400,
): Promise<LiveReading> => {
  for (let k = 0; k < most; k++) {
    const reading = await run.step();
    if (isDone(reading)) return reading;
  }
  throw new Error("it never came to that");
};

test("automatic: climbs to just below flat tops and stays there; what is taken is what was shown", async () => {
  const run = await started();
  run.climb({ kind: "flat-tops" });
  const end = await stepUntil(run, ({ ramp }) => ramp?.phase === "ended");
  expect(end.ramp).toMatchObject({ end: "limit" });
  const settled = await stepped(run, 4);
  expect(settled.channels.every(({ flattening }) => flattening?.present === false)).toBe(true);
  const { wav, fullScaleVolts } = run.take();
  const decoded = decodeCapture(wav, fullScaleVolts);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  const volts = decoded.value.channels[0];
  // The supply still sags a little over the half second that is taken.
  expect(
    Math.abs(
      Math.sqrt(volts.reduce((sum, value) => sum + value * value, 0) / volts.length) /
        settled.channels[0].voltsRms -
        1,
    ),
  ).toBeLessThan(0.01);
  // A decibel more, and the tops are flat.
  run.turn(1);
  expect(
    (
      await stepUntil(
        run,
        ({ channels }) => channels.some(({ flattening }) => flattening?.present),
        10,
      )
    ).channels[0].powerWatts,
  ).toBeGreaterThan(20);
});

test("guards count the time that really passes: a look over a network takes longer than a step", async () => {
  const { link } = standInLink();
  const looked = jest.spyOn(GuardWatch.prototype, "look");
  try {
    const run = await started({ instrument: { kind: "network", setup: SETUP, link } });
    const { seconds } = await stepped(run, 6);
    const counted = looked.mock.calls.reduce((sum, [, each]) => sum + each, 0);
    expect(seconds).toBeGreaterThan(6 * 0.1);
    expect(counted).toBeCloseTo(seconds, 6);
  } finally {
    looked.mockRestore();
  }
});

test("by hand: tenths and whole decibels, and Mute at once", async () => {
  const run = await started();
  run.turn(0);
  const first = (await run.step()).driveVoltsRms;
  for (let k = 0; k < 10; k++) run.turn(0.1);
  expect((await run.step()).driveVoltsRms / first).toBeCloseTo(10 ** (1 / 20), 6);
  run.turn(-1);
  expect((await run.step()).driveVoltsRms / first).toBeCloseTo(1, 6);
  run.mute();
  expect((await stepped(run, 3)).channels[0].voltsRms).toBeLessThan(0.05);
});

test("a guard trips, turns the drive down, and stays until it is acknowledged", async () => {
  const run = await started({ limits: { ...request.limits, loadWatts: 5 } });
  run.climb({ kind: "flat-tops" });
  const tripped = await stepUntil(run, ({ trip }) => trip !== null);
  expect(tripped.trip).toMatchObject({
    guard: "load-rating",
    text: expect.stringContaining("limit is 5.00 W"),
  });
  run.turn(6);
  run.climb({ kind: "flat-tops" });
  const after = await stepped(run, 4);
  expect(after.channels[0].voltsRms).toBeLessThan(0.05);
  expect(after.trip).not.toBeNull();
  run.mute();
  run.turn(0);
  expect((await run.step()).trip).toBeNull();
});

test("another tone begins at the least drive", async () => {
  const run = await started();
  run.turn(12);
  await run.step();
  run.changeTone(60);
  expect((await run.step()).driveVoltsRms).toBeLessThan(0.001);
});

test("refusal: more channels than the amplifier has", async () => {
  const outcome = await LiveRun.start({ ...request, loadOhms: Array(9).fill(8) });
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe("channel-mismatch");
});

test("a step down never raises what plays, not even from the least drive; a step up begins where something can be read", async () => {
  const run = await started();
  const least = (await run.step()).driveVoltsRms;
  run.turn(-1);
  expect((await run.step()).driveVoltsRms).toBeLessThanOrEqual(least);
  run.turn(1);
  const up = (await run.step()).driveVoltsRms;
  expect(up).toBeGreaterThan(2 * least);
  run.turn(-1);
  expect((await run.step()).driveVoltsRms).toBeLessThan(up);
});
