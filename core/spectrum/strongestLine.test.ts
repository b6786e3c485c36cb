import { seededUniform } from "../signal";
import { powerSpectrum, standsOut, strongestLine } from ".";

const RATE = 48_000;
const LENGTH = 2 ** 15;

/** Tones in white noise of some RMS volts. */
const recording = (tones: readonly (readonly [number, number])[], noiseVolts: number) => {
  const random = seededUniform(11);
  return Float64Array.from({ length: LENGTH }, (_, n) =>
    tones.reduce(
      (sum, [hertz, peak]) => sum + peak * Math.sin((2 * Math.PI * hertz * n) / RATE),
      noiseVolts * Math.sqrt(12) * (random() - 0.5),
    ),
  );
};
const spectrumOf = (...given: Parameters<typeof recording>) =>
  powerSpectrum(recording(...given), RATE, "blackmanHarris7");

test("the strongest of three tones is found by frequency and peak, and a weaker one where only it is looked for", () => {
  const spectrum = spectrumOf(
    [
      [997.3, 2],
      [6000.7, 0.5],
      [12_345.6, 0.01],
    ],
    0,
  );
  const all = strongestLine(spectrum, 20, 20_000)!;
  expect(all.frequencyHz).toBeCloseTo(997.3, 3);
  expect(all.voltsPeak).toBeCloseTo(2, 5);
  const high = strongestLine(spectrum, 10_000, 20_000)!;
  expect(high.frequencyHz).toBeCloseTo(12_345.6, 3);
  expect(high.voltsPeak).toBeCloseTo(0.01, 7);
});

test("in silence, and where nothing lies between the limits, there is none", () => {
  expect(strongestLine(spectrumOf([], 0), 20, 20_000)).toBeNull();
  expect(strongestLine(spectrumOf([[1000, 1]], 0), 5000, 5000)).toBeNull();
  expect(strongestLine(spectrumOf([[1000, 1]], 0), 20_000, 20)).toBeNull();
});

test("a tone stands out of noise; the largest peak of the noise itself does not", () => {
  const tone = spectrumOf([[1000, 0.1]], 0.01);
  expect(standsOut(tone, strongestLine(tone, 20, 20_000)!, 5)).toBe(true);
  const noise = spectrumOf([], 0.01);
  expect(standsOut(noise, strongestLine(noise, 20, 20_000)!, 5)).toBe(false);
});
