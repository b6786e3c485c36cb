import { seededNormal, seededUniform, steppedSweep, sweepLevels } from ".";

const sweep = {
  frequencyHz: 1000,
  firstVoltsPeak: 0.1,
  lastVoltsPeak: 2,
  stepCount: 12,
  stepSeconds: 0.1,
};

test("sweepLevels rises from the first to the last level in ever smaller steps", () => {
  const levels = sweepLevels(sweep);
  expect(levels[0]).toBeCloseTo(0.1, 12);
  expect(levels[11]).toBeCloseTo(2, 12);
  const steps = levels.slice(1).map((level, k) => Math.log(level / levels[k]));
  steps.slice(1).forEach((step, k) => expect(step).toBeLessThan(steps[k]));
});

test("steppedSweep holds each level exactly, and begins and ends at nothing", () => {
  const volts = steppedSweep(sweep, 48_000);
  expect(volts.length).toBe(12 * 4800 + 96);
  const held = volts.slice(5 * 4800 + 480, 6 * 4800);
  expect(Math.max(...held)).toBeCloseTo(sweepLevels(sweep)[5], 6);
  expect(Math.abs(volts[0])).toBe(0);
  expect(Math.abs(volts[volts.length - 1])).toBeLessThan(1e-3);
});

test("refusal: a tone above half the sample rate, a last level below the first", () => {
  expect(() => steppedSweep({ ...sweep, frequencyHz: 30_000 }, 48_000)).toThrow("frequencyHz");
  expect(() => sweepLevels({ ...sweep, lastVoltsPeak: 0.05 })).toThrow("lastVoltsPeak");
});

test("seeded streams repeat, and have the moments they promise", () => {
  const [one, two] = [seededUniform(7), seededUniform(7)];
  expect(Array.from({ length: 5 }, one)).toEqual(Array.from({ length: 5 }, two));
  const normal = seededNormal(3);
  const values = Array.from({ length: 40_000 }, normal);
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
  // Standard errors: 1 / sqrt(N) = 0.005 and sqrt(2 / N) = 0.007; four of them.
  expect(Math.abs(mean)).toBeLessThan(0.02);
  expect(Math.abs(variance - 1)).toBeLessThan(0.03);
});
