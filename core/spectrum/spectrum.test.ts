import { amplitudeRatioToDb } from "../units";
import {
  averagedSpectrum,
  bandMeanSquare,
  coherentGain,
  findTone,
  lineAmplitude,
  noiseBandwidthBins,
  powerSpectrum,
  windowSamples,
  type WindowName,
} from ".";
import { windowTransform } from "./window";

const tone = (
  amplitude: number,
  frequencyHz: number,
  { sampleRateHz, length }: { sampleRateHz: number; length: number },
  phase = 0.3,
) =>
  Float64Array.from(
    { length },
    (_, n) => amplitude * Math.cos((2 * Math.PI * frequencyHz * n) / sampleRateHz + phase),
  );

// F. J. Harris, Proc. IEEE 66, 1978, table 1, printed to two decimals.
test.each<[WindowName, number, number]>([
  ["rectangular", 1, 1],
  ["hann", 0.5, 1.5],
  ["blackmanHarris4", 0.36, 2.0],
])("%s, Harris table 1: coherent gain %d, noise bandwidth %d bins", (name, gain, bandwidth) => {
  expect(Math.abs(coherentGain(name) - gain)).toBeLessThanOrEqual(0.005);
  expect(Math.abs(noiseBandwidthBins(name) - bandwidth)).toBeLessThanOrEqual(0.0051);
});

test("hann, Harris table 1: scalloping 1.42 dB", () => {
  const half = windowTransform("hann", 0.5, 4096);
  expect(amplitudeRatioToDb(coherentGain("hann") / Math.hypot(half.re, half.im))).toBeCloseTo(
    1.42,
    2,
  );
});

// Published highest side lobes: Harris -92 dB; Heinzel HFT116D -116.8 dB; Albrecht 7 terms about -180 dB (from memory).
test.each<[WindowName, number, number]>([
  ["blackmanHarris4", 4, -92],
  ["flatTop", 6, -116.8],
  ["blackmanHarris7", 7, -180],
])("%s: side lobes from %d bins on measured again, %d dB", (name, lobe, expectedDb) => {
  let highest = 0;
  for (let offset = lobe; offset < 60; offset += 0.05) {
    const { re, im } = windowTransform(name, offset, 65_536);
    highest = Math.max(highest, Math.hypot(re, im) / coherentGain(name));
  }
  expect(Math.abs(amplitudeRatioToDb(highest) - expectedDb)).toBeLessThan(1.2);
});

test("windowTransform against the transform of the sampled window", () => {
  for (const name of ["hann", "blackmanHarris7", "flatTop"] as const) {
    const samples = windowSamples(name, 480);
    let re = 0,
      im = 0;
    samples.forEach((value, n) => {
      re += (value * Math.cos((2 * Math.PI * 2.3 * n) / 480)) / 480;
      im -= (value * Math.sin((2 * Math.PI * 2.3 * n) / 480)) / 480;
    });
    const kernel = windowTransform(name, 2.3, 480);
    expect(kernel.re).toBeCloseTo(re, 12);
    expect(kernel.im).toBeCloseTo(im, 12);
  }
});

// Accuracy promised by the core: 1 ppm in frequency, 0.001 dB in amplitude, for tones that no bin is centred on.
test.each([
  [997, 48_000, 24_000],
  [1003.7, 192_000, 65_536],
  [61.3, 44_100, 44_100],
  [19_876.5, 48_000, 65_000],
])("a tone of known %d Hz at %d Hz sampling, %d samples", (frequencyHz, sampleRateHz, length) => {
  const spectrum = powerSpectrum(
    tone(12.5, frequencyHz, { sampleRateHz, length }),
    sampleRateHz,
    "blackmanHarris7",
  );
  const found = findTone(spectrum, 20, 22_000) ?? 0;
  expect(Math.abs(found / frequencyHz - 1)).toBeLessThan(1e-6);
  expect(
    Math.abs(amplitudeRatioToDb(lineAmplitude(spectrum, found).voltsPeak / 12.5)),
  ).toBeLessThan(0.001);
  const lobe = 8 * spectrum.binHz;
  expect(bandMeanSquare(spectrum, frequencyHz - lobe, frequencyHz + lobe)).toBeCloseTo(
    12.5 ** 2 / 2,
    6,
  );
});

test("closed form: white noise of known variance fills a band in proportion to its width", () => {
  let state = 1;
  const uniform = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5;
  const noise = Float64Array.from({ length: 262_144 }, () => uniform());
  const spectrum = powerSpectrum(noise, 48_000, "hann");
  // 12 000 of 24 000 Hz hold half of the variance 1/12; about 65 000 independent bins scatter by 0.6 %.
  expect(Math.abs(bandMeanSquare(spectrum, 6000, 18_000) / (1 / 24) - 1)).toBeLessThan(0.02);
});

test("silence has no tone; refusal of too few samples", () => {
  expect(findTone(powerSpectrum(new Float64Array(4096), 48_000, "hann"), 20, 20_000)).toBeNull();
  expect(() => powerSpectrum(new Float64Array(8), 48_000, "hann")).toThrow("at least 16");
});

test("averagedSpectrum, Welch 1967: the same mean square in a band, scattering less by the number of segments", () => {
  let state = 7;
  const noise = Float64Array.from(
    { length: 400_000 },
    () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5,
  );
  const averaged = averagedSpectrum(noise, 48_000, { segmentSamples: 4096 });
  expect(averaged.segmentCount).toBe(1 + Math.floor((400_000 - 4096) / 2048));
  expect(bandMeanSquare(averaged, 6000, 18_000) / (1 / 24)).toBeCloseTo(1, 1);
  const spread = (values: Float64Array) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return (
      Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length) / mean
    );
  };
  // One segment's bins scatter by their own mean; 194 half-overlapping ones are worth about as many independent ones as half of them, or more.
  expect(spread(averaged.meanSquare.subarray(100, 1900))).toBeLessThan(0.12);
  expect(
    spread(powerSpectrum(noise.subarray(0, 4096), 48_000, "hann").meanSquare.subarray(100, 1900)),
  ).toBeGreaterThan(0.8);
  expect(() => averagedSpectrum(noise.subarray(0, 100), 48_000)).toThrow("segmentSamples");
});
