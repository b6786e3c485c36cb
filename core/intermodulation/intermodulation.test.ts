import { analyseMultitone } from "../multitone";
import { multitone, multitoneFrequencies, seededNormal } from "../signal";
import {
  captureVolts,
  describeCaptures,
  truthOf,
  type TruthValue,
} from "../testing/referenceCapture";
import { amplitudeRatioToDb } from "../units";
import { differenceDistortion, modulationDistortion, type Product } from ".";

const productsNear = (
  products: readonly Product[],
  truth: Record<string, { level: TruthValue }>,
  offsetDb = 0,
): string[] =>
  products.flatMap(({ label, ratio }) => {
    const expected = truth[label]?.level;
    const found = amplitudeRatioToDb(ratio) + offsetDb;
    return expected && Math.abs(found - expected.value) > expected.tolerance
      ? [`${label}: ${found}, true ${expected.value} ± ${expected.tolerance}`]
      : [];
  });

describeCaptures("reference captures with two tones", () => {
  test("a_8R2_19k_20k: every product and d2, d3", () => {
    const { channels, sampleRateHz } = captureVolts("a_8R2_19k_20k");
    const { truth } = truthOf("a_8R2_19k_20k");
    const outcome = differenceDistortion(channels[0], sampleRateHz);
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    expect(productsNear(outcome.value.products, truth.products)).toEqual([]);
    expect(outcome.value.d3Ratio * 100).toBeCloseTo(truth.difference_tone_d3.percent, 4);
    expect(
      Math.abs(amplitudeRatioToDb(outcome.value.d2Ratio) - truth.difference_tone_d2.db),
    ).toBeLessThan(0.15);
  });

  test("a_8R2_60_7k: every sideband and both readings", () => {
    const { channels, sampleRateHz } = captureVolts("a_8R2_60_7k");
    const { truth } = truthOf("a_8R2_60_7k");
    const outcome = modulationDistortion(channels[0], sampleRateHz);
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    expect(productsNear(outcome.value.products, truth.products)).toEqual([]);
    expect(
      Math.abs(amplitudeRatioToDb(outcome.value.rmsSidebandsRatio) - truth.imd_rms_sidebands.db),
    ).toBeLessThan(0.05);
    expect(
      Math.abs(amplitudeRatioToDb(outcome.value.pairwiseSumRatio) - truth.imd_pairwise_sum.db),
    ).toBeLessThan(0.05);
  });

  test("x_poly_19k_20k and x_poly_60_7k, closed form of the polynomial", () => {
    const difference = differenceDistortion(
      captureVolts("x_poly_19k_20k").channels[0],
      captureVolts("x_poly_19k_20k").sampleRateHz,
    );
    const modulation = modulationDistortion(captureVolts("x_poly_60_7k").channels[0], 48_000);
    if (!difference.ok || !modulation.ok) throw new Error("not read");
    const [d, m] = [truthOf("x_poly_19k_20k").closed_form, truthOf("x_poly_60_7k").closed_form];
    expect(difference.value.d2Ratio * 100).toBeCloseTo(d.difference_tone_d2.percent, 6);
    expect(difference.value.d3Ratio * 100).toBeCloseTo(d.difference_tone_d3.percent, 6);
    expect(modulation.value.rmsSidebandsRatio * 100).toBeCloseTo(m.imd_rms_sidebands_percent, 4);
    expect(modulation.value.pairwiseSumRatio * 100).toBeCloseTo(m.imd_pairwise_sum_percent, 4);
  });
});

/** The sum of sines at a rate, two seconds of it. */
const tones = (rateHz: number, ...parts: readonly [hertz: number, peak: number][]): Float64Array =>
  Float64Array.from({ length: 2 * rateHz }, (_, n) =>
    parts.reduce(
      (total, [hertz, peak]) => total + peak * Math.sin((2 * Math.PI * hertz * n) / rateHz + hertz),
      0,
    ),
  );

test("other tones than the standard's are found, used and named: 250 Hz and 8 kHz, sidebands of 2.2 %", () => {
  const volts = tones(48_000, [250, 4], [8000, 1], [7750, 0.011], [8250, 0.011]);
  const outcome = modulationDistortion(volts, 48_000);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.lowHz).toBeCloseTo(250, 3);
  expect(outcome.value.highHz).toBeCloseTo(8000, 2);
  expect(outcome.value.pairwiseSumRatio).toBeCloseTo(0.022, 5);
  expect(outcome.value.cautions.map(({ code }) => code)).toEqual(["other-tones"]);
});

test.each([
  [44_100, ["band-beyond-rate"]],
  [48_000, []],
  [96_000, []],
])("19 and 20 kHz at %d Hz: both products of the third order count", (rateHz, codes) => {
  const volts = tones(rateHz, [19_000, 1], [20_000, 1], [18_000, 0.01], [21_000, 0.01]);
  const outcome = differenceDistortion(volts, rateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.d3Ratio).toBeCloseTo(0.01, 4);
  expect(outcome.value.cautions.map(({ code }) => code)).toEqual(codes);
});

test("a product beyond half the rate is taken to be its twin's equal, and told", () => {
  const outcome = differenceDistortion(
    tones(40_500, [19_000, 1], [19_900, 1], [18_100, 0.01]),
    40_500,
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.d3Ratio).toBeCloseTo(0.01, 4);
  expect(outcome.value.cautions[0].text).toContain("does not cover it");
});

test.each<[string, Float64Array, RegExp]>([
  ["a single tone", tones(48_000, [19_000, 1]), /contains only one tone, at 19 kHz/],
  [
    "a tone with its harmonics",
    tones(48_000, [1000, 1], [3000, 0.4]),
    /with its harmonics was found, not two/,
  ],
  ["silence", new Float64Array(48_000), /silent/],
  [
    "noise",
    ((normal) => Float64Array.from({ length: 48_000 }, normal))(seededNormal(5)),
    /only one tone|noise|silent/,
  ],
  ["the pair of the other kind", tones(48_000, [60, 4], [7000, 1]), /is not a pair of this kind/],
])("%s gives no difference tones, but says what is there", (_, volts, words) => {
  const outcome = differenceDistortion(volts, 48_000);
  expect(outcome.ok ? JSON.stringify(outcome.value.d3Ratio) : outcome.finding.advice).toMatch(
    words,
  );
});

test("19 and 20 kHz are no pair for modulation", () => {
  const outcome = modulationDistortion(tones(48_000, [19_000, 1], [20_000, 1]), 48_000);
  expect(outcome.ok ? "" : outcome.finding.advice).toMatch(/not a pair of this kind/);
});

test("refusal: a missing tone, too short a capture", () => {
  const one = Float64Array.from({ length: 48_000 }, (_, n) =>
    Math.sin((2 * Math.PI * 19_000 * n) / 48_000),
  );
  expect(differenceDistortion(one, 48_000)).toMatchObject({
    ok: false,
    finding: { code: "no-signal" },
  });
  expect(modulationDistortion(new Float64Array(100), 48_000)).toMatchObject({
    ok: false,
    finding: { code: "too-short" },
  });
});

describe("multitone", () => {
  const frequencies = multitoneFrequencies(1);
  const volts = multitone(10, 1, { seconds: 5, sampleRateHz: 48_000, fadeSeconds: 0 }, 1);

  test("closed form: added white noise of known RMS is what lies between the tones", () => {
    const normal = seededNormal(8);
    const outcome = analyseMultitone(
      volts.map((value) => value + 1e-3 * normal()),
      48_000,
      frequencies,
    );
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    // 20 kHz of 24 kHz, less the bins of the tones.
    const share = (20_000 - 20 - 32 * 19 * 0.2) / 24_000;
    expect(outcome.value.residualVoltsRms / (1e-3 * Math.sqrt(share))).toBeCloseTo(1, 1);
    expect(outcome.value.freeRangeBits).toBeGreaterThan(14);
  });

  test("a cubic curve takes away bits; too short a capture is refused", () => {
    const bits = (curve: number) => {
      const outcome = analyseMultitone(
        volts.map((value) => value - curve * value ** 3),
        48_000,
        frequencies,
      );
      return outcome.ok ? outcome.value.freeRangeBits : 0;
    };
    expect(bits(1e-5)).toBeGreaterThan(bits(1e-3) + 4);
    expect(analyseMultitone(volts.subarray(0, 20_000), 48_000, frequencies)).toMatchObject({
      ok: false,
      finding: { code: "too-short" },
    });
  });
});
