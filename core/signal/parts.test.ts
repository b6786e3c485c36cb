import { averagedSpectrum, powerSpectrum } from "../spectrum";
import { halveRate, stepsOfFrequencies, stepsOfStimulus, stimulusVolts, withoutOffset } from ".";
import { fadeInto, raisedCosine } from "./fade";
import { seededNormal, seededUniform } from "./seededRandom";

test("a raised cosine rises from zero to one, half way at a half, and without a corner at either end", () => {
  expect([0, 0.5, 1].map(raisedCosine)).toEqual([
    0,
    expect.closeTo(0.5, 12),
    expect.closeTo(1, 12),
  ]);
  expect(raisedCosine(1e-4)).toBeLessThan(1e-7);
});

test("a fade begins and ends in silence and leaves the middle as it was", () => {
  const volts = new Float64Array(1000).fill(1);
  fadeInto(volts, 1000, 0.1);
  expect([volts[0], volts[500]]).toEqual([0, 1]);
  expect(volts[50]).toBeCloseTo(0.5, 1);
  expect(volts[999]).toBeLessThan(0.01);
});

test("half the rate: flat to 0.2 of it, and nothing of what would fold back", () => {
  const tone = (cycles: number) =>
    Float64Array.from({ length: 8192 }, (_, n) => Math.sin(2 * Math.PI * cycles * n));
  const levelOf = (volts: Float64Array) => {
    const middle = volts.subarray(512, volts.length - 512);
    return Math.sqrt((2 * middle.reduce((sum, value) => sum + value * value, 0)) / middle.length);
  };
  expect(20 * Math.log10(levelOf(halveRate(tone(0.1963))))).toBeCloseTo(0, 2);
  expect(20 * Math.log10(levelOf(halveRate(tone(0.31))))).toBeLessThan(-95);
  expect(halveRate(tone(0.1))).toHaveLength(4096);
});

test("without its offset a stretch has the mean zero and the same shape", () => {
  const left = withoutOffset(Float64Array.from([3, 4, 5]));
  expect([...left]).toEqual([-1, 0, 1]);
});

test("a stimulus of a list of frequencies holds each where its steps say", () => {
  const stimulus = { kind: "frequency-list", frequencies: [100, 1000], voltsPeak: 2 } as const;
  const volts = stimulusVolts(stimulus, 48_000);
  const steps = stepsOfFrequencies(stimulus.frequencies);
  for (const { frequencyHz, startSeconds, seconds } of steps) {
    const part = volts.subarray(
      Math.round((startSeconds + 0.2 * seconds) * 48_000),
      Math.round((startSeconds + 0.8 * seconds) * 48_000),
    );
    let crossings = 0;
    for (let n = 1; n < part.length; n++) if (part[n - 1] < 0 && part[n] >= 0) crossings++;
    expect(Math.abs(crossings - (frequencyHz * part.length) / 48_000)).toBeLessThanOrEqual(1);
    expect(Math.max(...part)).toBeCloseTo(2, 1);
  }
});

test("a span of frequencies is stepped as often a decade as it says", () => {
  const steps = stepsOfStimulus({ lowHz: 100, highHz: 10_000, pointsPerDecade: 10 });
  expect(steps).toHaveLength(21);
  expect(steps[10].frequencyHz).toBeCloseTo(1000, 6);
});

test("seeded numbers repeat, and are what they are called: uniform, and normal", () => {
  const [one, two] = [seededUniform(5), seededUniform(5)];
  expect([one(), one()]).toEqual([two(), two()]);
  const uniform = Float64Array.from({ length: 20_000 }, seededUniform(1));
  expect(uniform.reduce((sum, value) => sum + value, 0) / 20_000).toBeCloseTo(0.5, 2);
  const normal = Float64Array.from({ length: 20_000 }, seededNormal(1));
  const within = normal.filter((value) => Math.abs(value) < 1).length / 20_000;
  // 68.27 % of a normal distribution.
  expect(within).toBeCloseTo(0.6827, 2);
});

test("white noise has the same density everywhere", () => {
  const volts = Float64Array.from({ length: 2 ** 16 }, seededNormal(2));
  const { meanSquare } = averagedSpectrum(volts, 1, { window: "hann", segmentSamples: 1024 });
  const mean = (from: number, to: number) =>
    meanSquare.subarray(from, to).reduce((sum, value) => sum + value, 0) / (to - from);
  expect(mean(10, 200) / mean(300, 500)).toBeCloseTo(1, 1);
  expect(powerSpectrum(volts, 1, "hann").meanSquare.length).toBe(2 ** 15 + 1);
});
