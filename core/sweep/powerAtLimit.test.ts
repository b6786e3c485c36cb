import { stepReading } from "../testing/stepReading";
import { analyseTone } from "../distortion/reading";
import { outputWithin, powerAtClipOnset, powerAtDistortion } from ".";
import { analysePowerSweep } from "./reading";
import { clippedSine, overdriveAt } from "./clippedSine";
import { whyItStopped } from "./whyItStopped";

describe("powerAtDistortion", () => {
  test("closed form: distortion in proportion to power crosses 1 % where it must, on logarithmic scales", () => {
    const steps = [1, 4, 16, 64].map((watts) => stepReading(watts, watts / 1000));
    expect(powerAtDistortion(steps, 0.01, "thd")).toMatchObject({
      status: "reached",
      powerWatts: expect.closeTo(10, 9),
    });
  });

  test("JCGM 100 4.3.7: the gap between steps enters as a rectangular distribution", () => {
    const found = powerAtDistortion([stepReading(40, 0.001), stepReading(60, 0.1)], 0.01, "thd");
    if (found.status !== "reached") throw new Error(found.status);
    const gap = 20 / 2 / Math.sqrt(3);
    expect(found.powerWattsStdUncertainty).toBeCloseTo(
      Math.hypot(gap, 0.005 * found.powerWatts),
      9,
    );
  });

  test("the upward crossing nearest the top counts, also when power falls beyond it", () => {
    const steps = [
      stepReading(0.1, 0.02),
      stepReading(1, 0.002),
      stepReading(100, 0.004),
      stepReading(80, 0.2),
    ];
    const found = powerAtDistortion(steps, 0.01, "thd-plus-noise");
    if (found.status !== "reached") throw new Error(found.status);
    expect(found.powerWatts).toBeLessThan(100);
    expect(found.powerWatts).toBeGreaterThan(80);
    // What it gave within the limit before is not taken back.
    expect(outputWithin(steps, 0.01, "thd-plus-noise")).toMatchObject({ powerWatts: 100 });
  });

  test("a laxer limit is never reached at less power than a stricter one", () => {
    const steps = [
      stepReading(41, 0.0001),
      stepReading(44, 0.0001),
      stepReading(45, 0.025),
      stepReading(43, 0.066),
      stepReading(41, 0.12),
    ];
    const watts = [0.001, 0.01, 0.03, 0.1].map((limit) => {
      const found = outputWithin(steps, limit, "thd-plus-noise");
      return found.status === "reached" ? found.powerWatts : 0;
    });
    expect(watts).toEqual([...watts].sort((a, b) => a - b));
    expect(watts[0]).toBeGreaterThan(44);
    expect(watts[3]).toBe(45);
  });

  test("JCGM 100 4.3.7: the top of an output that falls lies no further up than the last step rose", () => {
    const steps = [stepReading(10, 0.001), stepReading(12, 0.001), stepReading(9, 0.2)];
    const found = outputWithin(steps, 0.01, "thd");
    if (found.status !== "reached") throw new Error(found.status);
    expect(found.powerWatts).toBe(12);
    expect(found.powerWattsStdUncertainty).toBeCloseTo(Math.hypot(2 / Math.sqrt(3), 0.06), 9);
  });

  test("a sweep that stays below is 'at least', one that stays above is 'never below'", () => {
    const steps = [stepReading(1, 0.002), stepReading(30, 0.003)];
    expect(powerAtDistortion(steps, 0.01, "thd")).toMatchObject({
      status: "at-least",
      powerWatts: 30,
    });
    expect(powerAtDistortion(steps, 0.001, "thd")).toEqual({ status: "never-below" });
    expect(() => powerAtDistortion(steps, 0, "thd")).toThrow("limitRatio is 0");
  });
});

test("powerAtClipOnset lies between the last clean and the first flattened step", () => {
  const found = powerAtClipOnset([
    stepReading(10, 0.001),
    stepReading(40, 0.001),
    stepReading(90, 0.05, true),
  ]);
  expect(found).toMatchObject({ status: "reached", powerWatts: expect.closeTo(60, 9) });
  expect(powerAtClipOnset([stepReading(10, 0.001)])).toMatchObject({
    status: "at-least",
    powerWatts: 10,
  });
});

describe("whyItStopped", () => {
  test.each([
    ["input-drive", [stepReading(1, 0.0005), stepReading(20, 0.0006)]],
    [
      "rail-voltage",
      [stepReading(40, 0.001), stepReading(55, 0.02, true), stepReading(60, 0.1, true)],
    ],
    [
      "supply-power-or-current",
      [stepReading(40, 0.001), stepReading(55, 0.02, true), stepReading(30, 0.2, true)],
    ],
    [
      "output-protection",
      [stepReading(40, 0.001), stepReading(0.01, 0.02), stepReading(0.01, 0.02)],
    ],
    [
      "output-limiter",
      [
        stepReading(1, 0.001),
        stepReading(30, 0.002),
        stepReading(30.1, 0.002),
        stepReading(30.2, 0.003),
        stepReading(30.2, 0.004),
      ],
    ],
    ["not-known", [stepReading(1, 0.001), stepReading(60, 0.03)]],
  ] as const)("%s", (reason, steps) =>
    expect(whyItStopped(steps, steps.length).reason).toBe(reason),
  );

  test("levels without output at all mean that it was cut off", () => {
    expect(whyItStopped([stepReading(1, 0.001), stepReading(20, 0.001)], 5).reason).toBe(
      "output-protection",
    );
  });
});

describe("a hard limit, whose power at 1 % THD is a closed form, in steps of any size", () => {
  const HEIGHT = 20.3;
  const wave = (peak: number): Float64Array =>
    Float64Array.from({ length: 9600 }, (_, n) =>
      Math.max(-HEIGHT, Math.min(HEIGHT, peak * Math.sin((2 * Math.PI * 997 * n) / 96_000))),
    );
  /** The closed form: where a sine cut at this height distorts by 1 %. */
  const truth = (HEIGHT ** 2 * clippedSine(overdriveAt(0.01)).meanSquare) / 8;
  const sweepOf = (stepDb: number, startDb: number) =>
    Array.from({ length: Math.ceil(12 / stepDb) }, (_, k) => {
      const volts = wave(10 * 10 ** ((startDb + k * stepDb) / 20));
      const outcome = analyseTone(volts, 96_000);
      if (!outcome.ok) throw new Error(outcome.finding.advice);
      const { voltsRms, thdRatio, thdPlusNoiseRatio, flattening } = outcome.value;
      const watts = voltsRms ** 2 / 8;
      return {
        ...stepReading(watts, thdRatio),
        voltsRms,
        thdPlusNoiseRatio,
        flattening,
        powerWattsStdUncertainty: 0.005 * watts,
      };
    });

  test.each([0.5, 1, 3])("of %d dB", (stepDb) => {
    let inside = 0,
      count = 0;
    for (const startDb of [0, 0.1, 0.23, 0.37, 0.45]) {
      const found = powerAtDistortion(sweepOf(stepDb, startDb), 0.01, "thd");
      if (found.status !== "reached") throw new Error(found.status);
      expect(Math.abs(found.powerWatts / truth - 1)).toBeLessThan(0.01);
      count++;
      if (Math.abs(found.powerWatts - truth) <= 2 * found.powerWattsStdUncertainty) inside++;
    }
    expect(inside).toBe(count);
  });
});

test("a sweep that is turned down is the same read backwards", () => {
  const volts = new Float64Array(8 * 9600);
  for (let step = 0; step < 8; step++)
    for (let n = 0; n < 9600; n++) {
      const peak = 30 * 10 ** ((-2 * step) / 20);
      volts[9600 * step + n] = Math.max(
        -20,
        Math.min(20, peak * Math.sin((2 * Math.PI * 1000 * n) / 96_000)),
      );
    }
  const load = { loadOhms: 8, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 };
  const outcome = analysePowerSweep([volts], 96_000, {
    channels: [load],
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ steps, stop }] = outcome.value.channels;
  expect(steps.map(({ voltsRms }) => voltsRms)).toEqual(
    steps.map(({ voltsRms }) => voltsRms).toSorted((a, b) => a - b),
  );
  expect(stop.reason).toBe("rail-voltage");
});
