// The parts of a tone's reading, each against a closed form.
import { seededNormal } from "../signal";
import { effectiveBits, harmonicLead, topsText, toneSummary } from "./character";
import { analyseTone } from "./analyseTone";
import { fitFlanks } from "./flankModel";
import { isInBand } from "./isInBand";
import { linearResidual, toneResidual } from "./residual";
import { readToneByFit } from "./toneByFit";
import { readToneBySpectrum } from "./toneBySpectrum";
import { TONE_DEFAULTS } from "./types";
import { readWaveform } from "./waveform";

const RATE_HZ = 48_000;
const made = (seconds: number, value: (t: number) => number): Float64Array =>
  Float64Array.from({ length: seconds * RATE_HZ }, (_, n) => value(n / RATE_HZ));
const cosine =
  (peak: number, hertz: number, phase = 0) =>
  (t: number) =>
    peak * Math.cos(2 * Math.PI * hertz * t + phase);

test("IEEE 1241: 98.08 dB of SINAD are 16 bits, 74 dB 12", () => {
  expect(effectiveBits(10 ** (98.08 / 20))).toBeCloseTo(16, 2);
  expect(effectiveBits(10 ** (74 / 20))).toBeCloseTo(12, 2);
});

test("even and odd harmonics by their root sums of squares; within 3 dB they are balanced", () => {
  const of = (...ratios: number[]) =>
    harmonicLead(ratios.map((ratio, k) => ({ order: k + 2, ratio })));
  expect(of(3e-3, 1e-3, 4e-3)).toMatchObject({ lead: "even" });
  expect(of(3e-3, 1e-3, 4e-3).evenRatio).toBeCloseTo(5e-3, 12);
  expect(of(1e-4, 1e-2).lead).toBe("odd");
  expect(of(1e-3, 1e-3).lead).toBe("balanced");
});

test("a harmonic on the edge of the band belongs to it", () => {
  const band = { lowHz: 20, highHz: 20_000 };
  expect(isInBand(20_000, band)).toBe(true);
  expect(isInBand(20_010, band)).toBe(false);
  expect(isInBand(20, band)).toBe(true);
});

test("the sentence of a clipped tone says so, and that of a clean one too", () => {
  const read = (limit: number) => {
    const outcome = analyseTone(
      made(0.3, (t) => Math.max(-limit, Math.min(limit, cosine(10, 997)(t)))),
      RATE_HZ,
    );
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    return outcome.value;
  };
  expect(toneSummary(read(7))).toContain(topsText(read(7).flattening));
  expect(topsText(read(7).flattening)).toMatch(/clip/);
  expect(toneSummary(read(20))).toContain("no clipping");
});

test("what a tone leaves is what was added to it; a line filter leaves what was bent", () => {
  const added = cosine(0.01, 3000, 0.4);
  const volts = made(0.2, (t) => cosine(5, 1000, 1)(t) + 0.3 + added(t));
  const left = toneResidual(volts, RATE_HZ, 1001);
  made(0.2, added).forEach((value, n) => expect(Math.abs(left[n] - value)).toBeLessThan(2e-4));
  const normal = seededNormal(4);
  const input = made(0.05, () => normal());
  const output = input.map((value) => 20 * value + 0.5);
  const { residualVolts, gainRatio } = linearResidual(output, input);
  expect(gainRatio).toBeCloseTo(20, 6);
  expect(Math.max(...residualVolts.map(Math.abs))).toBeLessThan(1e-6);
  expect(() => linearResidual(output, input.subarray(1))).toThrow("same length");
});

test("fit and spectrum read the same tone alike, within parts in ten thousand", () => {
  const volts = made(
    0.5,
    (t) => cosine(10, 997.3)(t) + cosine(0.02, 2 * 997.3, 1)(t) + cosine(0.01, 3 * 997.3, 2)(t),
  );
  const [fit, spectrum] = [readToneByFit, readToneBySpectrum].map((read) =>
    read(volts, RATE_HZ, TONE_DEFAULTS)!,
  );
  expect(fit.fundamentalHz).toBeCloseTo(spectrum.fundamentalHz, 5);
  expect(fit.fundamentalVoltsRms / spectrum.fundamentalVoltsRms).toBeCloseTo(1, 6);
  for (const k of [0, 1])
    expect(fit.harmonics[k].ratio / spectrum.harmonics[k].ratio).toBeCloseTo(1, 4);
  expect(readToneByFit(new Float64Array(1000), RATE_HZ, TONE_DEFAULTS)).toBeNull();
});

test("a broken cycle at the end does not tilt mean and RMS; peaks count every sample", () => {
  const volts = made(0.0123, (t) => cosine(2, 997)(t) + 0.5);
  const reading = readWaveform(volts, RATE_HZ / 997);
  expect(reading.dcVolts).toBeCloseTo(0.5, 2);
  expect(reading.voltsRms).toBeCloseTo(Math.hypot(Math.SQRT2, 0.5), 2);
  expect(reading.voltsPeakPositive).toBeCloseTo(2.5, 2);
  expect(reading.voltsPeakNegative).toBeCloseTo(-1.5, 2);
});

test("the flanks of a cut sine point to the sine that it was; a square wave has none", () => {
  const cut = made(0.02, (t) => Math.max(-6, Math.min(6, cosine(10, 500)(t))));
  const model = fitFlanks(cut, RATE_HZ / 500, 0, 5);
  expect(model).not.toBeNull();
  expect(
    fitFlanks(
      made(0.02, (t) => 6 * Math.sign(cosine(10, 500)(t))),
      RATE_HZ / 500,
      0,
      5,
    ),
  ).toBeNull();
});
