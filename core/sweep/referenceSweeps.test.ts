// Reference sweeps: circuit-simulator recordings and one through a known polynomial, with independent truth.
import { amplitudeRatioToDb } from "../units";
import {
  captureVolts,
  describeCaptures,
  truthOf,
  type TruthValue,
} from "../testing/referenceCapture";
import { powerAtClipOnset, powerAtDistortion, type ChannelSweep } from ".";
import { analysePowerSweep } from "./reading";

const sweepOf = (name: string): ChannelSweep => {
  const { channels, sampleRateHz } = captureVolts(name);
  const load = {
    loadOhms: truthOf(name).load_ohm,
    loadOhmsStdUncertainty: 0,
    voltsStdUncertaintyRatio: 0,
  };
  const outcome = analysePowerSweep(channels, sampleRateHz, {
    channels: [load],
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value.channels[0];
};

const off = (label: string, found: number, truth: TruthValue): string[] =>
  Math.abs(found - truth.value) > truth.tolerance
    ? [`${label}: found ${found}, true ${truth.value} ± ${truth.tolerance}`]
    : [];

describeCaptures.each([
  ["a_3R97_sweep", "rail-voltage"],
  ["a_8R2_sweep", "rail-voltage"],
  ["b_3R97_sweep", "supply-power-or-current"],
  ["b_8R2_sweep", "rail-voltage"],
] as const)("reference sweep %s", (name, reason) => {
  let sweep: ChannelSweep;
  let truth: ReturnType<typeof truthOf>;
  beforeAll(() => {
    sweep = sweepOf(name);
    truth = truthOf(name).truth;
  });

  test("every step within its tolerances", () => {
    expect(sweep.steps.length).toBe(truth.steps.length);
    const misses = sweep.steps.flatMap((step, k) => [
      ...off(`step ${k} W`, step.powerWatts, truth.steps[k].power_w),
      ...off(`step ${k} THD dB`, amplitudeRatioToDb(step.thdRatio), truth.steps[k].thd_to_20khz),
      ...off(
        `step ${k} THD+N dB`,
        amplitudeRatioToDb(step.thdPlusNoiseRatio / Math.sqrt(1 - step.thdPlusNoiseRatio ** 2)),
        truth.steps[k].thdn_20_20k_re_fundamental,
      ),
    ]);
    expect(misses).toEqual([]);
  });

  test("power at 0.1 % and 1 % THD lies between the steps that the truth names", () => {
    for (const [limit, key] of [
      [0.001, "0.1"],
      [0.01, "1"],
    ] as const) {
      const expected = truth.power_w_at_distortion[`thd_h2_h10_${key}_percent`];
      const found = powerAtDistortion(sweep.steps, limit, "thd");
      if (found.status !== "reached") throw new Error(`not reached: ${found.status}`);
      // The truth interpolates THD of H2 to H10, this core THD up to 20 kHz: within 1 % of each other.
      expect(Math.abs(found.powerWatts / expected.log_log - 1)).toBeLessThan(0.01);
    }
  });

  test("flat tops begin at the step that the truth names, in the half it names", () => {
    const { steps } = sweep;
    const first = steps.findIndex((step) => step.flattening.present);
    expect(first).toBe(truth.first_clipped_step);
    if (truth.first_half_is_firm)
      expect(steps[first].flattening.firstHalf).toBe(truth.first_half_to_clip);
    const onset = powerAtClipOnset(steps);
    if (onset.status !== "reached") throw new Error(`not reached: ${onset.status}`);
    const around = [steps[first - 1].powerWatts, steps[first].powerWatts].sort((a, b) => a - b);
    expect(onset.powerWatts).toBeGreaterThan(around[0]);
    expect(onset.powerWatts).toBeLessThan(around[1]);
  });

  test(`stopped by ${reason}`, () => expect(sweep.stop.reason).toBe(reason));
});

describeCaptures("reference sweep x_sweep_poly, closed form of the polynomial", () => {
  let sweep: ChannelSweep;
  let closed: ReturnType<typeof truthOf>;
  beforeAll(() => {
    sweep = sweepOf("x_sweep_poly");
    closed = truthOf("x_sweep_poly").closed_form;
  });

  test("power and THD of every step", () => {
    expect(sweep.steps.length).toBe(closed.steps.length);
    sweep.steps.forEach((step, k) => {
      expect(Math.abs(step.powerWatts / closed.steps[k].power_w - 1)).toBeLessThan(1e-4);
      // 32-bit samples and 40 ms: the smallest ratios carry rounding noise of about 1e-8.
      expect(Math.abs(step.thdRatio * 100 - closed.steps[k].thd_percent)).toBeLessThan(
        2e-6 + 1e-3 * closed.steps[k].thd_percent,
      );
    });
  });

  test("3.45 W at 0.1 % and 31.9 W at 1 %, no clipping, no cause claimed", () => {
    const at = (limit: number) => powerAtDistortion(sweep.steps, limit, "thd");
    expect(at(0.001)).toMatchObject({ status: "reached", powerWatts: expect.closeTo(3.4528, 2) });
    expect(at(0.01)).toMatchObject({ status: "reached", powerWatts: expect.closeTo(31.889, 1) });
    expect(sweep.steps.some((step) => step.flattening.present)).toBe(false);
    expect(sweep.stop.reason).toBe("not-known");
  });
});
