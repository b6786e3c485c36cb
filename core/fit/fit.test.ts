import fc from "fast-check";
import { fitHarmonics, fitSine, fitSineAt } from ".";

const wave = (length: number, sampleRateHz: number, value: (seconds: number) => number) =>
  Float64Array.from({ length }, (_, n) => value(n / sampleRateHz));

test("fitSine, IEEE 1057: finds a known sine of any frequency and phase, not a whole number of cycles", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 300, max: 5000, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: -0.4, max: 0.4, noNaN: true }),
      (frequencyHz, phase, off) => {
        const volts = wave(
          2000,
          48_000,
          (t) => 7 * Math.cos(2 * Math.PI * frequencyHz * t + phase) + 0.25,
        );
        const fit = fitSine(volts, 48_000, frequencyHz + (off * 48_000) / 2000);
        expect(fit.settled).toBe(true);
        expect(Math.abs(fit.frequencyHz / frequencyHz - 1)).toBeLessThan(1e-9);
        expect(fit.voltsPeak).toBeCloseTo(7, 8);
        expect(fit.offsetVolts).toBeCloseTo(0.25, 8);
        expect(Math.cos(fit.phaseRadians - phase)).toBeCloseTo(1, 8);
        expect(fit.residualVoltsRms).toBeLessThan(1e-7);
      },
    ),
    { numRuns: 40 },
  );
});

test("fitSineAt, closed form: a second tone of 0.1 V peak leaves a residual of 0.1 / sqrt 2", () => {
  const volts = wave(
    48_000,
    48_000,
    (t) => 2 * Math.sin(2 * Math.PI * 1000 * t) + 0.1 * Math.sin(2 * Math.PI * 3000 * t),
  );
  const fit = fitSineAt(volts, 48_000, 1000);
  expect(fit.voltsPeak).toBeCloseTo(2, 9);
  expect(fit.residualVoltsRms).toBeCloseTo(0.1 / Math.SQRT2, 6);
});

test("fitHarmonics separates harmonics in 3.3 cycles, with a drift beneath them", () => {
  const volts = wave(
    1100,
    48_000,
    (t) =>
      0.5 +
      20 * t +
      10 * Math.cos(2 * Math.PI * 144 * t) +
      0.01 * Math.cos(2 * Math.PI * 288 * t) +
      0.003 * Math.sin(2 * Math.PI * 432 * t),
  );
  const fit = fitHarmonics(volts, 48_000, 144, { orderCount: 5, driftDegree: 1 });
  expect(fit?.voltsPeak[0]).toBeCloseTo(10, 9);
  expect(fit?.voltsPeak[1]).toBeCloseTo(0.01, 9);
  expect(fit?.voltsPeak[2]).toBeCloseTo(0.003, 9);
  expect(fit?.voltsPeak[3]).toBeCloseTo(0, 9);
  expect(Math.max(...(fit?.residualVolts ?? [1]))).toBeLessThan(1e-9);
});

test("refusal: too few samples, and orders that cannot be distinguished", () => {
  expect(() => fitSine(new Float64Array(4), 48_000, 1000)).toThrow("at least 8");
  expect(
    fitHarmonics(new Float64Array(100), 48_000, 12_000, { orderCount: 5, driftDegree: 1 }),
  ).toBeNull();
});
