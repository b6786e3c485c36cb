import fc from "fast-check";
import { effectiveBits, harmonicLead } from "../distortion";
import { linearResidual, toneResidual } from "../distortion/reading";
import { seededNormal, steppedSweep, tones } from "../signal";
import { stepReading } from "../testing/stepReading";
import { powerAtKnee } from ".";
import { analysePowerSweep, findInterruptions } from "./reading";

const curve = (scatter: (k: number) => number) =>
  Array.from({ length: 40 }, (_, k) => {
    const watts = 0.1 * 10 ** (k / 14);
    const ratio = (watts < 50 ? 1e-4 : 1e-4 * (watts / 50) ** 14) * scatter(k);
    return stepReading(watts, ratio, watts > 60);
  });

test("powerAtKnee is where distortion is three times its floor, and noise of 10 % hardly moves it", () => {
  const clean = powerAtKnee(curve(() => 1));
  if (clean.status !== "reached") throw new Error(clean.status);
  // 3 = (P / 50)^14, between steps on logarithmic scales.
  expect(Math.abs(clean.powerWatts / (50 * 3 ** (1 / 14)) - 1)).toBeLessThan(0.06);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const normal = seededNormal(seed);
      const noisy = powerAtKnee(curve(() => Math.exp(0.1 * normal())));
      if (noisy.status !== "reached") throw new Error(noisy.status);
      expect(Math.abs(noisy.powerWatts / clean.powerWatts - 1)).toBeLessThan(0.05);
    }),
    { numRuns: 60 },
  );
});

test("findInterruptions: a trip at 0.4 s that is over after 0.3 s, and one that stays", () => {
  const volts = tones([{ frequencyHz: 1000, voltsPeak: 20 }], {
    seconds: 2,
    sampleRateHz: 48_000,
    fadeSeconds: 0,
  });
  volts.fill(0, 0.4 * 48_000, 0.7 * 48_000);
  volts.fill(0, 1.5 * 48_000);
  const [first, second, ...rest] = findInterruptions(volts, 48_000, 1000);
  expect(first.atSeconds).toBeCloseTo(0.4, 2);
  expect(first.backAfterSeconds).toBeCloseTo(0.3, 2);
  expect(second).toMatchObject({ atSeconds: expect.closeTo(1.5, 2), backAfterSeconds: null });
  expect(rest).toEqual([]);
});

test("a trip and restart inside a level never counts as a power reading, and the sweep says so", () => {
  const sampleRateHz = 48_000;
  const volts = steppedSweep(
    { frequencyHz: 1000, firstVoltsPeak: 1, lastVoltsPeak: 28, stepCount: 12, stepSeconds: 0.1 },
    sampleRateHz,
  );
  // Off in the middle of the tenth level and back before its end; then as before.
  volts.fill(0, 0.92 * sampleRateHz, 0.96 * sampleRateHz);
  const load = { loadOhms: 8, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 };
  const outcome = analysePowerSweep([volts], sampleRateHz, {
    channels: [load],
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ steps, stop }] = outcome.value.channels;
  expect(steps.length).toBe(11);
  expect(steps.some(({ startSeconds }) => Math.abs(startSeconds - 0.9) < 0.01)).toBe(false);
  expect(stop.reason).toBe("output-protection");
});

describe("character of a tone", () => {
  test("even or odd lead; IEEE 1241: 98.08 dB is 16 bits", () => {
    expect(
      harmonicLead([
        { order: 2, ratio: 0.01 },
        { order: 3, ratio: 0.001 },
      ]).lead,
    ).toBe("even");
    expect(
      harmonicLead([
        { order: 2, ratio: 0.001 },
        { order: 3, ratio: 0.01 },
        { order: 5, ratio: 0.01 },
      ]),
    ).toMatchObject({ lead: "odd", oddRatio: expect.closeTo(0.01 * Math.SQRT2, 9) });
    expect(effectiveBits(10 ** (98.08 / 20))).toBeCloseTo(16, 2);
  });

  test("toneResidual leaves what was added", () => {
    const added = tones([{ frequencyHz: 3000, voltsPeak: 0.05 }], {
      seconds: 0.5,
      sampleRateHz: 48_000,
      fadeSeconds: 0,
    });
    const volts = tones([{ frequencyHz: 1000, voltsPeak: 10 }], {
      seconds: 0.5,
      sampleRateHz: 48_000,
      fadeSeconds: 0,
    }).map((value, n) => value + added[n]);
    // What was added pulls at the sine's frequency a little: by less than a hundred-thousandth of the tone.
    toneResidual(volts, 48_000, 1000).forEach((value, n) =>
      expect(Math.abs(value - added[n])).toBeLessThan(1e-4),
    );
  });

  test("linearResidual: gain and delay explain everything, a curve does not", () => {
    const normal = seededNormal(3);
    const input = Float64Array.from({ length: 5000 }, () => normal());
    const delayed = input.map((_, n) => 20 * (0.3 * (input[n] ?? 0) + 0.7 * (input[n - 1] ?? 0)));
    const { residualVolts, gainRatio } = linearResidual(delayed, input);
    expect(gainRatio).toBeCloseTo(20, 5);
    expect(Math.max(...residualVolts.map(Math.abs))).toBeLessThan(1e-4);
    const bent = linearResidual(
      delayed.map((value) => value + 1e-3 * value ** 2),
      input,
    );
    expect(Math.max(...bent.residualVolts.map(Math.abs))).toBeGreaterThan(0.5);
  });
});
