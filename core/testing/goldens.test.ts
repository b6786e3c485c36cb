// Second program: the same input through NumPy and SciPy. scripts/goldens.py makes the numbers.
import { fitHarmonics, fitSine } from "../fit";
import { steppedResponse } from "../response";
import { frequencySteps, steppedFrequencies } from "../signal";
import { bandMeanSquare, powerSpectrum, windowSamples } from "../spectrum";
import { realTransform } from "../spectrum/fft/realTransform";
import goldens from "./goldens.json";

const wave = (length: number) =>
  Float64Array.from({ length }, (_, n) => Math.sin(0.37 * n * n + n) + 0.2 * Math.cos(3 * n));

test.each(["hann", "blackmanHarris4"] as const)("SciPy: %s window", (name) => {
  const samples = windowSamples(name, 480);
  goldens.windows.indices.forEach((at, k) =>
    expect(samples[at]).toBeCloseTo(goldens.windows[name][k], 12),
  );
});

test.each(goldens.transforms)("SciPy: rfft of $length samples", ({ length, bins, re, im }) => {
  const transform = realTransform(length);
  transform.input.set(wave(length));
  transform.run();
  bins.forEach((bin, k) => {
    // sin(0.37 n^2) at n in the thousands differs in its last digits between mathematical libraries.
    expect(Math.abs(transform.re[bin] - re[k])).toBeLessThan(1e-6);
    expect(Math.abs(transform.im[bin] - im[k])).toBeLessThan(1e-6);
  });
});

test("SciPy: mean square in a band, from a periodogram under a Hann window", () => {
  const { lowHz, highHz, bandMeanSquare: expected } = goldens.periodogram;
  expect(
    bandMeanSquare(powerSpectrum(wave(4800), 48_000, "hann"), lowHz, highHz) / expected,
  ).toBeCloseTo(1, 9);
});

test("SciPy: least-squares sine in scatter", () => {
  const scatter = wave(2000);
  const volts = scatter.map(
    (value, n) => 7.3 * Math.cos((2 * Math.PI * 1003.7 * n) / 48_000 + 0.4) + 0.25 + 0.05 * value,
  );
  const fit = fitSine(volts, 48_000, 1003);
  expect(fit.frequencyHz).toBeCloseTo(goldens.sineFit.frequencyHz, 4);
  expect(fit.voltsPeak).toBeCloseTo(goldens.sineFit.voltsPeak, 6);
  expect(fit.phaseRadians).toBeCloseTo(goldens.sineFit.phaseRadians, 5);
  expect(fit.offsetVolts).toBeCloseTo(goldens.sineFit.offsetVolts, 6);
});

test("NumPy: harmonics of a clipped sine, least squares", () => {
  const volts = Float64Array.from({ length: 3000 }, (_, n) =>
    Math.min(28, Math.max(-27, 30 * Math.sin((2 * Math.PI * 997.3 * n) / 48_000 + 0.2))),
  );
  const fit = fitHarmonics(volts, 48_000, 997.3, { orderCount: 10, driftDegree: 1 });
  goldens.harmonics.voltsPeak.forEach((expected, k) =>
    expect(fit?.voltsPeak[k]).toBeCloseTo(expected, 8),
  );
});

test("SciPy: response of a Butterworth filter", () => {
  const { frequenciesHz, ratio, phaseRadians } = goldens.response;
  const input = steppedFrequencies(frequencySteps(frequenciesHz, 0.05, 5), 1, 96_000);
  const k = Math.tan((Math.PI * 15_000) / 96_000);
  const output = new Float64Array(input.length);
  for (let n = 0; n < input.length; n++)
    output[n] = (k * (input[n] + (input[n - 1] ?? 0)) + (1 - k) * (output[n - 1] ?? 0)) / (1 + k);
  const outcome = steppedResponse(output, 96_000, { kind: "recorded-input", volts: input });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  outcome.value.forEach((point, at) => {
    expect(point.ratio).toBeCloseTo(ratio[at], 4);
    expect(point.phaseRadians).toBeCloseTo(phaseRadians[at], 3);
  });
});
