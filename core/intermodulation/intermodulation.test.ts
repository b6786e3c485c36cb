import { analyseMultitone } from "../multitone";
import { multitone, multitoneFrequencies, seededNormal } from "../signal";
import {
  captureVolts,
  hasReferenceCaptures,
  truthOf,
  type TruthValue,
} from "../testing/referenceCapture";
import { amplitudeRatioToDb } from "../units";
import { differenceDistortion, modulationDistortion, type Product } from ".";

const describeCaptures = hasReferenceCaptures ? describe : describe.skip;

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
