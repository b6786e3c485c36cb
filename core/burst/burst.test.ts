import fc from "fast-check";
import { BURST_KINDS, bursts, seededNormal } from "../signal";
import {
  captureVolts,
  describeCaptures,
  testOfCaptures,
  truthOf,
} from "../testing/referenceCapture";
import { analyseBursts, fitStayingPower, headroomRatio, heldPowers, type BurstReading } from ".";

const load = (loadOhms: number) => ({
  loadOhms,
  loadOhmsStdUncertainty: 0.01 * loadOhms,
  voltsStdUncertaintyRatio: 0,
});
const readingOf = (volts: Float64Array, sampleRateHz: number, loadOhms: number): BurstReading => {
  const outcome = analyseBursts(volts, sampleRateHz, load(loadOhms));
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test.each(Object.keys(BURST_KINDS) as (keyof typeof BURST_KINDS)[])(
  "round trip: the %s burst is read as it was made",
  (kind) => {
    const made = { ...BURST_KINDS[kind], voltsPeak: 28.3 };
    const {
      bursts: found,
      stepRatio,
      burstPowerWatts,
      frequencyHz,
    } = readingOf(bursts(made, 48_000), 48_000, 8);
    expect(found.length).toBe(made.repeats);
    expect(found[0].cycles.length).toBe(made.highCycles);
    expect(frequencyHz / made.frequencyHz).toBeCloseTo(1, 2);
    expect(stepRatio).toBeCloseTo(10, 1);
    expect(burstPowerWatts).toBeCloseTo(28.3 ** 2 / 16, 1);
  },
);

describe("bursts with nothing but noise and hum between them, as a generator plays so many cycles", () => {
  const RATE = 96_000;
  /** @param seed of the noise, 75 dB under the bursts; @param hum of the mains, 60 dB under them */
  const fromSilence = (kind: keyof typeof BURST_KINDS, seed: number, hum: number, turned = 0) => {
    const made = { ...BURST_KINDS[kind], voltsPeak: 28.3, lowDb: -200 };
    const noise = seededNormal(seed);
    return bursts(made, RATE).map(
      (value, n) =>
        (turned ? Math.max(-turned, Math.min(turned, value)) : value) +
        0.005 * noise() +
        hum * Math.sin((2 * Math.PI * 50 * n) / RATE + 1),
    );
  };

  test.each(
    (Object.keys(BURST_KINDS) as (keyof typeof BURST_KINDS)[]).flatMap((kind) =>
      [1, 2, 3, 4, 5].map((seed) => [kind, seed] as const),
    ),
  )("%s, noise %i: frequency, cycles and power are those that were made", (kind, seed) => {
    const { frequencyHz, highCycles, repeats } = BURST_KINDS[kind];
    for (const hum of [0, 0.028]) {
      const found = readingOf(fromSilence(kind, seed, hum), RATE, 8);
      expect(found.frequencyHz / frequencyHz).toBeCloseTo(1, 3);
      expect(found.bursts.map(({ cycles }) => cycles.length)).toEqual(
        Array<number>(repeats).fill(highCycles),
      );
      expect(found.burstPowerWatts).toBeCloseTo(28.3 ** 2 / 16, 0);
      expect(found.stepRatio).toBeGreaterThan(300);
    }
  });

  test("a limit is found in them too: every cycle of a clipped burst is flat", () => {
    const found = readingOf(fromSilence("20-ms", 7, 0, 24), RATE, 8);
    expect(found.bursts[0].flattenedCycleCount).toBe(20);
    expect(found.burstPowerWatts).toBeNull();
  });
});

test("clipping from the seventh cycle on: the last clean cycle is the sixth", () => {
  const made = { ...BURST_KINDS["20-ms"], voltsPeak: 30, repeats: 2 };
  const volts = bursts(made, 96_000);
  const start = 50 * 96;
  for (let n = start + 6 * 96; n < start + 20 * 96; n++)
    volts[n] = Math.max(-28, Math.min(28, volts[n]));
  const { bursts: found, burstPowerWatts, summary } = readingOf(volts, 96_000, 8);
  expect(found[0]).toMatchObject({ lastCleanCycle: 5, flattenedCycleCount: 14 });
  expect(burstPowerWatts).toBeNull();
  expect(summary).toContain("first cycle 7");
});

test("a burst that breaks off within a cycle: the part of a cycle is no power that was held", () => {
  const made = { ...BURST_KINDS["20-ms"], voltsPeak: 20, repeats: 2 };
  const volts = bursts(made, 96_000);
  const start = 50 * 96;
  volts.fill(0, start + Math.round(12.6 * 96), start + 22 * 96);
  const { bursts: found, burstPowerWatts } = readingOf(volts, 96_000, 8);
  expect(found[0].cycles).toHaveLength(12);
  expect(burstPowerWatts).toBeCloseTo(25, 1);
});

test("a tone that has begun before the recording, or goes on after it, is no burst", () => {
  const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 20, repeats: 2 }, 96_000);
  const cut = analyseBursts(volts.subarray(0, 60 * 96), 96_000, load(8));
  expect(cut).toMatchObject({ ok: false, finding: { code: "no-steps" } });
});

describeCaptures.each([
  ["a_3R97_burst_1k", 3.97],
  ["a_8R2_burst_1k", 8.2],
  ["b_3R97_burst_1k", 3.97],
  ["b_8R2_burst_1k", 8.2],
  ["a_3R97_burst_50", 3.97],
  ["a_8R2_burst_50", 8.2],
  ["b_3R97_burst_50", 3.97],
] as const)("reference burst %s", (name, ohms) => {
  test("volts and watts of every cycle within the stated 0.1 % and 0.2 %, flat tops in the stated cycles", () => {
    const { channels, sampleRateHz } = captureVolts(name);
    const { bursts: found } = readingOf(channels[0], sampleRateHz, ohms);
    const truth = truthOf(name).truth.bursts;
    expect(found.length).toBe(truth.length);
    found.forEach((burst, k) => {
      expect(Math.abs(burst.startSeconds - truth[k].start_s)).toBeLessThan(4 / sampleRateHz);
      expect(Math.abs(burst.powerWatts / truth[k].power_w - 1)).toBeLessThan(0.002);
      burst.cycles.forEach((cycle, c) => {
        expect(Math.abs(cycle.voltsRms / truth[k].per_cycle_rms_v[c] - 1)).toBeLessThan(0.002);
        expect(
          Math.abs(cycle.voltsPeakPositive / truth[k].per_cycle_peak_pos_v[c] - 1),
        ).toBeLessThan(0.003);
        expect(
          Math.abs(cycle.voltsPeakNegative / truth[k].per_cycle_peak_neg_v[c] - 1),
        ).toBeLessThan(0.003);
      });
      expect(Math.abs(burst.flattenedCycleCount - truth[k].cycles_clipped)).toBeLessThanOrEqual(1);
    });
  });
});

testOfCaptures("reference burst x_burst_ideal, closed form", () => {
  const { channels, sampleRateHz } = captureVolts("x_burst_ideal");
  const { burst_power_w, burst_starts_s, low_v_rms } = truthOf("x_burst_ideal").closed_form;
  const { bursts: found, burstPowerWatts, lowVoltsRms } = readingOf(channels[0], sampleRateHz, 8.2);
  expect((burstPowerWatts ?? 0) / burst_power_w).toBeCloseTo(1, 3);
  expect(lowVoltsRms / low_v_rms).toBeCloseTo(1, 3);
  found.forEach(({ startSeconds }, k) =>
    expect(Math.abs(startSeconds - burst_starts_s[k])).toBeLessThan(4.2e-5),
  );
});

test("staying power, closed form: store and steady supply are found again", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 80, noNaN: true }),
      fc.double({ min: 1, max: 10, noNaN: true }),
      (steady, store) => {
        const peak = steady + 60;
        const readings = [0.008, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 20].map((seconds) => ({
          seconds,
          powerWatts: Math.min(peak, steady + store / seconds),
        }));
        const outcome = fitStayingPower(readings);
        if (!outcome.ok) throw new Error(outcome.finding.advice);
        expect(outcome.value.settled).toBe(true);
        expect(outcome.value.steadyWatts / steady).toBeCloseTo(1, 3);
        expect(outcome.value.storeJoules / store).toBeCloseTo(1, 2);
        expect(outcome.value.peakWatts / peak).toBeCloseTo(1, 2);
      },
    ),
  );
});

testOfCaptures(
  "reference capture b_3R97_sustained: a 36 V, 3.5 A supply holds about 71 W, and 122 W for 20 ms",
  () => {
    const powers: number[] = truthOf("b_3R97_sustained").truth.power_w_per_20_cycles;
    const outcome = fitStayingPower(
      heldPowers(powers, 0.02, [0.02, 0.04, 0.06, 0.1, 0.2, 0.4, 0.8, 1.16]),
    );
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    expect(Math.abs(outcome.value.steadyWatts / 70.8 - 1)).toBeLessThan(0.1);
    expect(outcome.value.peakWatts).toBeCloseTo(122, -1);
  },
);

test("headroom, and refusal of too few readings", () => {
  expect(headroomRatio(120, 60)).toBe(2);
  expect(fitStayingPower([{ seconds: 1, powerWatts: 3 }])).toMatchObject({ ok: false });
  expect(analyseBursts(new Float64Array(1000), 48_000, load(8))).toMatchObject({
    ok: false,
    finding: { code: "no-signal" },
  });
});
