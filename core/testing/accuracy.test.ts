// What the core promises on clean synthetic signals: amplitude within 0.001 dB, frequency within 1 ppm, harmonics down
// to -130 dBc within 0.1 dB from 64-bit data; at any sample rate, at any length, off the bins and off whole cycles.
import fc from "fast-check";
import { analyseTone } from "../distortion/reading";
import { BLOCK_SAMPLES } from "../distortion/toneBySpectrum";
import { seededNormal } from "../signal";
import { amplitudeRatioToDb, dbToAmplitudeRatio, dbToPowerRatio, powerRatioToDb } from "../units";

const signal = (
  { length, sampleRateHz }: { length: number; sampleRateHz: number },
  frequencyHz: number,
  harmonics: Record<number, number>,
  phase = 0.7,
) => {
  const parts = [
    [1, 10],
    ...Object.entries(harmonics).map(([order, db]) => [Number(order), 10 * dbToAmplitudeRatio(db)]),
  ];
  const volts = new Float64Array(length);
  for (const [order, peak] of parts)
    for (let n = 0; n < length; n++)
      volts[n] +=
        peak *
        Math.cos(
          order * ((2 * Math.PI * frequencyHz * n) / sampleRateHz + phase) +
            (order === 1 ? 0 : order ** 2),
        );
  return volts;
};

const read = (volts: Float64Array, sampleRateHz: number) => {
  const outcome = analyseTone(volts, sampleRateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test.each([
  [44_100, 30_000],
  [48_000, 24_000],
  [96_000, 1_000_000],
  [192_000, 65_536],
  [384_000, 200_001],
  [48_000, 4000],
  [192_000, 20_000],
])("at %d Hz, %d samples", (sampleRateHz, length) => {
  const found = read(
    signal({ length, sampleRateHz }, 1003.71, { 2: -90, 3: -130, 4: -110 }),
    sampleRateHz,
  );
  expect(Math.abs(found.fundamentalHz / 1003.71 - 1)).toBeLessThan(1e-6);
  expect(Math.abs(amplitudeRatioToDb((found.fundamentalVoltsRms * Math.SQRT2) / 10))).toBeLessThan(
    0.001,
  );
  for (const [order, db] of [
    [2, -90],
    [3, -130],
    [4, -110],
  ])
    expect(Math.abs(amplitudeRatioToDb(found.harmonics[order - 2].ratio) - db)).toBeLessThan(0.1);
});

test("a capture of 1024 samples is enough for 1 kHz", () => {
  const found = read(signal({ length: 1024, sampleRateHz: 48_000 }, 997, { 3: -60 }), 48_000);
  expect(Math.abs(amplitudeRatioToDb(found.harmonics[1].ratio) + 60)).toBeLessThan(0.1);
});

test("closed forms: THD of a square wave is 48.34 %, of a triangle 12.12 % (all harmonics that fit)", () => {
  // Harmonics to the 199th of 100 Hz; the sums to infinity are sqrt(pi^2 / 8 - 1) and sqrt(pi^4 / 96 - 1).
  const odd = Array.from({ length: 100 }, (_, k) => 2 * k + 1);
  const wave = (height: (order: number) => number) =>
    Float64Array.from({ length: 96_000 }, (_, n) =>
      odd.reduce(
        (sum, order) => sum + height(order) * Math.sin((2 * Math.PI * 100 * order * n) / 96_000),
        0,
      ),
    );
  expect(
    read(
      wave((order) => 1 / order),
      96_000,
    ).thdRatio,
  ).toBeCloseTo(Math.sqrt(Math.PI ** 2 / 8 - 1), 2);
  expect(
    read(
      wave((order) => (order % 4 === 1 ? 1 : -1) / order ** 2),
      96_000,
    ).thdRatio,
  ).toBeCloseTo(Math.sqrt(Math.PI ** 4 / 96 - 1), 5);
});

test("closed form: an ideal 16-bit converter has a SINAD of 98.08 dB over its whole band", () => {
  const step = 2 ** -15;
  const volts = Float64Array.from(
    { length: 262_144 },
    (_, n) => step * Math.round((0.99999 * Math.sin((2 * Math.PI * 997.13 * n) / 48_000)) / step),
  );
  const outcome = analyseTone(volts, 48_000, { band: { lowHz: 20, highHz: 24_000 } });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(Math.abs(-amplitudeRatioToDb(outcome.value.thdPlusNoiseRatio) - 98.08)).toBeLessThan(0.1);
});

test("a capture of many minutes is read in blocks, with the same result", () => {
  const normal = seededNormal(4);
  const length = 3 * BLOCK_SAMPLES + 1234;
  const volts = signal({ length, sampleRateHz: 96_000 }, 1003.71, { 2: -80, 3: -90 }).map(
    (value) => value + 1e-4 * normal(),
  );
  const [long, short] = [read(volts, 96_000), read(volts.subarray(0, BLOCK_SAMPLES), 96_000)];
  expect(long.fundamentalVoltsRms / short.fundamentalVoltsRms).toBeCloseTo(1, 6);
  expect(
    Math.abs(amplitudeRatioToDb(long.thdPlusNoiseRatio / short.thdPlusNoiseRatio)),
  ).toBeLessThan(0.05);
});

describe("invariances", () => {
  const volts = signal({ length: 24_000, sampleRateHz: 48_000 }, 1003.71, { 2: -70, 3: -60 });
  const reference = read(volts, 48_000);

  test("k times the volts: ratios stay, volts follow", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 100, noNaN: true }), (k) => {
        const scaled = read(
          volts.map((value) => k * value),
          48_000,
        );
        expect(scaled.thdRatio / reference.thdRatio).toBeCloseTo(1, 6);
        expect(scaled.voltsRms / reference.voltsRms / k).toBeCloseTo(1, 9);
      }),
      { numRuns: 12 },
    );
  });

  test("a delay changes no magnitude", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), (phase) => {
        const delayed = read(
          signal({ length: 24_000, sampleRateHz: 48_000 }, 1003.71, { 2: -70, 3: -60 }, phase),
          48_000,
        );
        expect(delayed.thdRatio / reference.thdRatio).toBeCloseTo(1, 4);
        expect(delayed.fundamentalVoltsRms / reference.fundamentalVoltsRms).toBeCloseTo(1, 7);
      }),
      { numRuns: 12 },
    );
  });

  test("decibels there and back", () => {
    fc.assert(
      fc.property(fc.double({ min: -200, max: 200, noNaN: true }), (db) => {
        expect(amplitudeRatioToDb(dbToAmplitudeRatio(db))).toBeCloseTo(db, 9);
        expect(powerRatioToDb(dbToPowerRatio(db))).toBeCloseTo(db, 9);
      }),
    );
  });
});
