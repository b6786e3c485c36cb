import { seededNormal, tones } from "../signal";
import { powerSpectrum } from "../spectrum";
import { captureVolts, testOfCaptures, truthOf } from "../testing/referenceCapture";
import { amplitudeRatioToDb } from "../units";
import {
  analyseNoise,
  aWeightingRatio,
  cWeightingRatio,
  findMainsHum,
  itu468WeightingRatio,
} from ".";

// The tables are rounded to 0.1 dB: half a step, and a little for the arithmetic.
const TABLE_ROUNDING_DB = 0.05 + 1e-2;

/** The tables hold for the exact base-ten frequencies behind the printed ones: 31.5 Hz stands for 31.62 Hz. */
const exact = (nominalHz: number): number => 10 ** (Math.round(10 * Math.log10(nominalHz)) / 10);

test.each([
  [20, -50.5],
  [31.5, -39.4],
  [100, -19.1],
  [1000, 0],
  [2000, 1.2],
  [10_000, -2.5],
  [20_000, -9.3],
])("A, IEC 61672-1 table: %d Hz is %d dB", (frequencyHz, expectedDb) => {
  expect(
    Math.abs(amplitudeRatioToDb(aWeightingRatio(exact(frequencyHz))) - expectedDb),
  ).toBeLessThanOrEqual(TABLE_ROUNDING_DB);
});

test.each([
  [31.5, -3.0],
  [63, -0.8],
  [1000, 0],
  [8000, -3.0],
  [16_000, -8.5],
])("C, IEC 61672-1 table: %d Hz is %d dB", (frequencyHz, expectedDb) => {
  expect(
    Math.abs(amplitudeRatioToDb(cWeightingRatio(exact(frequencyHz))) - expectedDb),
  ).toBeLessThanOrEqual(TABLE_ROUNDING_DB);
});

// ITU-R BS.468-4, table 1 (from memory); the network's own tolerance there is 0.2 dB and more.
test.each([
  [31.5, -29.9],
  [100, -19.8],
  [400, -7.8],
  [1000, 0],
  [6300, 12.2],
  [10_000, 8.1],
  [20_000, -22.2],
])("ITU-R 468 table: %d Hz is %d dB", (frequencyHz, expectedDb) => {
  expect(
    Math.abs(amplitudeRatioToDb(itu468WeightingRatio(frequencyHz)) - expectedDb),
  ).toBeLessThanOrEqual(0.2);
});

const conditions = {
  loadOhms: 8.2,
  band: { lowHz: 20, highHz: 20_000 },
  ratedVoltsRms: 20,
  mainsHz: null,
  voltsStdUncertaintyRatio: 0,
};

testOfCaptures(
  "reference capture x_shorted_inputs: noise, weighting and hum lines within its tolerances",
  () => {
    const { channels, sampleRateHz } = captureVolts("x_shorted_inputs");
    channels.forEach((volts, index) => {
      const truth = truthOf("x_shorted_inputs").closed_form[index];
      const outcome = analyseNoise(volts, sampleRateHz, conditions);
      if (!outcome.ok) throw new Error(outcome.finding.advice);
      const { voltsRms, voltsRmsWithoutHum, hum, dcVolts } = outcome.value;
      const near = (found: number, { value, tolerance }: { value: number; tolerance: number }) =>
        expect(Math.abs(found - value)).toBeLessThanOrEqual(tolerance);
      near(voltsRms.none, truth.rms_20_20k_v);
      near(voltsRmsWithoutHum, truth.noise_only_20_20k_v);
      near(voltsRms.a, truth.a_weighted_v);
      expect(hum.lines.map(({ order }) => order)).toEqual([1, 2, 3]);
      hum.lines.forEach((line, k) => near(line.voltsRms, truth.hum_lines[k].v_rms));
      expect(dcVolts).toBeCloseTo(truth.dc_offset_v, 4);
    });
  },
);

test.each([49.9, 50, 50.1, 59.94, 60.1])("mains of %d Hz is found with its lines", (mainsHz) => {
  const normal = seededNormal(11);
  const hum = tones(
    [1, 2, 3, 5].map((order) => ({ frequencyHz: order * mainsHz, voltsPeak: 1e-3 / order })),
    { seconds: 4, sampleRateHz: 48_000, fadeSeconds: 0 },
  );
  const found = findMainsHum(
    powerSpectrum(
      hum.map((volts) => volts + 2e-5 * normal()),
      48_000,
      "blackmanHarris4",
    ),
    1000,
  );
  expect(Math.abs(found.mainsHz - mainsHz)).toBeLessThan(0.02);
  expect(found.lines.map(({ order }) => order)).toEqual([1, 2, 3, 5]);
  expect(found.lines[0].voltsRms).toBeCloseTo(1e-3 / Math.SQRT2, 5);
});

test("ratios: 1 W, 2.83 V and rated output over the noise; refusal of a short capture", () => {
  const normal = seededNormal(5);
  const outcome = analyseNoise(
    Float64Array.from({ length: 96_000 }, () => 1e-4 * normal()),
    48_000,
    conditions,
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const { ratios, voltsRms, hum, summary } = outcome.value;
  expect(ratios.none.reOneWatt * voltsRms.none).toBeCloseTo(Math.sqrt(8.2), 9);
  expect(ratios.a.re2Volts83 * voltsRms.a).toBeCloseTo(2.8284, 4);
  expect((ratios.a.reRated ?? 0) * voltsRms.a).toBeCloseTo(20, 9);
  expect(hum.lines).toEqual([]);
  expect(summary).toContain("no visible hum");
  expect(analyseNoise(new Float64Array(1000), 48_000, conditions)).toMatchObject({
    ok: false,
    finding: { code: "too-short" },
  });
});
