import { powerSpectrum, bandMeanSquare, lineAmplitude } from "../spectrum";
import { powerRatioToDb } from "../units";
import {
  BURST_KINDS,
  bursts,
  differenceTones,
  frequencySteps,
  logFrequencies,
  logSweep,
  modulationTones,
  multitone,
  multitoneFrequencies,
  pinkNoise,
  silence,
  steppedFrequencies,
  sweepTimeConstant,
  tones,
} from ".";

const frame = { seconds: 1, sampleRateHz: 48_000, fadeSeconds: 0.01 };

test("tones have exact levels between their fades", () => {
  const volts = tones([{ frequencyHz: 1000, voltsPeak: 3 }], frame);
  expect(Math.max(...volts.subarray(4800, 43_200))).toBeCloseTo(3, 9);
  expect(volts[0]).toBe(0);
  expect(Math.abs(volts[volts.length - 1])).toBeLessThan(1e-9);
});

test("SMPTE RP 120 and IEC 60268-3: 4 to 1, and equal", () => {
  const peaks = (volts: Float64Array, low: number, high: number) =>
    [low, high].map(
      (hertz) => lineAmplitude(powerSpectrum(volts, 48_000, "blackmanHarris7"), hertz).voltsPeak,
    );
  expect(peaks(modulationTones(5, { ...frame, fadeSeconds: 0 }), 60, 7000)).toEqual([
    expect.closeTo(4, 6),
    expect.closeTo(1, 6),
  ]);
  expect(peaks(differenceTones(5, { ...frame, fadeSeconds: 0 }), 19_000, 20_000)).toEqual([
    expect.closeTo(2.5, 6),
    expect.closeTo(2.5, 6),
  ]);
});

test("multitone: 32 tones, the same for a seed, a crest factor below 4.5 (13 dB)", () => {
  expect(multitoneFrequencies(1).length).toBeGreaterThanOrEqual(30);
  const volts = multitone(10, 1, { ...frame, fadeSeconds: 0 }, 4);
  const rms = Math.sqrt(volts.reduce((sum, value) => sum + value * value, 0) / volts.length);
  expect(10 / rms).toBeLessThan(4.5);
  expect(Math.max(...volts.map(Math.abs))).toBeCloseTo(10, 9);
  expect(multitone(10, 1, { ...frame, fadeSeconds: 0 }, 4)).toEqual(volts);
});

test("CTA-2006 burst: 20 ms of each 500 ms at full level, 20 dB less between, change at rising zeros", () => {
  const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 30 }, 48_000);
  const start = 50 * 48; // a lead of a tenth of the period
  const rms = (from: number, to: number) =>
    Math.sqrt(
      volts.subarray(from, to).reduce((sum, value) => sum + value * value, 0) / (to - from),
    );
  expect(rms(start, start + 960)).toBeCloseTo(30 / Math.SQRT2, 6);
  expect(rms(start + 960, start + 24_000)).toBeCloseTo(3 / Math.SQRT2, 6);
  expect(Math.abs(volts[start])).toBeLessThan(1e-9);
});

test("logSweep: equal time for every octave", () => {
  const sweep = { lowHz: 20, highHz: 20_000, seconds: 2 };
  const volts = logSweep(sweep, 1, 48_000);
  expect(volts.length).toBe(96_000);
  const crossingsIn = (from: number, to: number) =>
    volts
      .subarray(from, to)
      .reduce(
        (count, value, n, part) => (n > 0 && value > 0 !== part[n - 1] > 0 ? count + 1 : count),
        0,
      );
  const octave = Math.round(sweepTimeConstant(sweep) * Math.LN2 * 48_000);
  const half = 48_000;
  expect(crossingsIn(half, half + octave) / crossingsIn(half - octave, half)).toBeCloseTo(2, 1);
});

test("stepped frequencies join at rising zeros", () => {
  const steps = frequencySteps(logFrequencies(20, 20_000, 10), 0.02, 4);
  expect(steps.length).toBe(31);
  const volts = steppedFrequencies(steps, 2, 96_000);
  steps.forEach(({ startSeconds, seconds, frequencyHz }) => {
    expect(Math.abs(seconds * frequencyHz - Math.round(seconds * frequencyHz))).toBeLessThan(1e-6);
    const at = Math.ceil(startSeconds * 96_000);
    expect(Math.abs(volts[at])).toBeLessThan((2 * 2 * Math.PI * frequencyHz) / 96_000);
  });
});

test("pink noise falls by 3 dB an octave: equal power in octaves from 60 Hz to 8 kHz", () => {
  const spectrum = powerSpectrum(pinkNoise(1, { ...frame, seconds: 20 }, 9), 48_000, "hann");
  const octaves = [62.5, 125, 250, 500, 1000, 2000, 4000].map((hertz) =>
    powerRatioToDb(bandMeanSquare(spectrum, hertz, 2 * hertz)),
  );
  const mean = octaves.reduce((sum, level) => sum + level, 0) / octaves.length;
  // The lowest octave of 20 s holds 1250 bins: one standard deviation is 0.17 dB, on top of the filters' ripple.
  octaves.forEach((level) => expect(Math.abs(level - mean)).toBeLessThan(0.9));
  expect(silence(frame).every((value) => value === 0)).toBe(true);
});
