import fc from "fast-check";
import { judge, judgeReading, ratingsByMethod, type Evidence, type ClaimReading } from ".";
import {
  figure,
  found,
  levelsTo,
  magnitude,
  run,
  sheet,
  shortSweep,
  sweep,
} from "./testing/evidence";

const CLAIM = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N";
const { claims, facts } = sheet(CLAIM);
const [claim] = claims;
const verdict = (...evidence: Evidence[]) => judge(claim, evidence, facts);

const reading = (value: number, stdUncertainty: number): ClaimReading => ({
  quantity: "watts",
  value,
  between: [value, value],
  budget: [
    {
      source: "volts",
      type: "B",
      distribution: "normal",
      contribution: stdUncertainty,
      degreesOfFreedom: null,
    },
  ],
  bound: null,
  place: { code: "clip-onset" },
  notes: [],
});

describe("JCGM 106:2012, worked through", () => {
  // 7.4, table 1: a tolerance of at most T_U, and (T_U - y) / u from which the conformance probability follows.
  test.each([
    [3, 0.999],
    [2.33, 0.99],
    [1.64, 0.95],
    [1.28, 0.9],
    [0.84, 0.8],
    [0, 0.5],
  ])("table 1: %d standard uncertainties below the limit conform with %d", (z, probability) => {
    const judged = judgeReading(reading(10 - z, 1), { direction: "at-most", value: 10 });
    expect(judged.probability).toBeCloseTo(probability, 2);
  });

  // 8.3.2: with a guard band of the expanded uncertainty (k = 2) the consumer's specific risk is at most 2.3 %.
  test("8.3.2: what is accepted with a guard band of U is false in at most 2.3 of 100", () => {
    const judged = judgeReading(reading(52, 1), { direction: "at-least", value: 50 });
    expect(judged).toMatchObject({ status: "met", expandedUncertainty: 2, margin: 2 });
    expect(1 - (judged.probability ?? 0)).toBeCloseTo(0.0228, 4);
  });

  // Example 2 of 7.3: breakdown voltage of a Zener diode, y = -5.47 V, u = 0.05 V, limit -5.4 V: 92 % conform.
  test("7.3, example 2: a Zener diode's breakdown voltage", () => {
    const judged = judgeReading(reading(-5.47, 0.05), { direction: "at-most", value: -5.4 });
    expect(judged.probability).toBeCloseTo(0.92, 2);
  });

  test("two-sided: centred within two standard uncertainties on both sides", () => {
    const judged = judgeReading(reading(0, 1), { direction: "about", value: 0, tolerance: 2 });
    expect(judged).toMatchObject({ status: "met", probability: expect.closeTo(0.9545, 4) });
  });
});

describe("what the verdict carries", () => {
  test("what is missing, what it was read as, and how that comes out", () => {
    const vague = sheet("50 W into 8 ohms, both channels driven").claims[0];
    expect(judge(vague, [sweep([60, 60])], facts)).toMatchObject({
      outcome: "not-testable",
      nearest: { outcome: "met", missing: ["the distortion limit"] },
    });
  });

  test("the run that would settle it, where it is open", () => {
    expect(verdict()).toMatchObject({
      outcome: "not-tested",
      wouldSettle: { kind: "power-sweep", run: { code: "sweep", loadOhms: 8 } },
    });
    expect(verdict(sweep([60, 60])).wouldSettle).toBeNull();
  });

  test("runs of the simulated bench are practice", () => {
    expect(verdict(sweep([60, 60], { source: "simulated" }))).toMatchObject({
      outcome: "not-tested",
      finding: null,
      rehearsed: { outcome: "met" },
    });
  });
});

describe("what would decide it", () => {
  const open = (channel: object, watts = 51) =>
    verdict(
      run(
        "power-sweep",
        [0, 1].map(() => ({ levels: levelsTo(watts), ...channel })),
      ),
    );

  test.each<[string, object, number, string | null]>([
    ["ohms", { loadOhmsStdUncertainty: 0.2, voltsStdUncertaintyRatio: 0.0005 }, 51, "measure-load"],
    [
      "volts",
      { voltsStdUncertaintyRatio: 0.03, loadOhmsStdUncertainty: 0.001 },
      51,
      "calibrate-volts",
    ],
    [
      "drift",
      { voltsStdUncertaintyRatio: 0.001, loadOhmsStdUncertainty: 0.001, loadDriftRatio: 0.05 },
      51,
      "cool-load",
    ],
    ["on the very claim nothing helps", {}, 49.95, null],
  ])("%s", (_, channel, watts, lever) => {
    const found = open(channel, watts);
    expect(found.outcome).toBe("too-close");
    expect(found.lever?.code ?? null).toBe(lever);
  });

  test("a wide gap between two levels asks for finer steps", () => {
    const found = verdict(
      run(
        "power-sweep",
        [0, 1].map(() => ({
          levels: [
            levelsTo(46)[0],
            levelsTo(50)[2],
            { ...levelsTo(56)[4], thdPlusNoiseRatio: 0.013 },
          ],
          voltsStdUncertaintyRatio: 0.0005,
          loadOhmsStdUncertainty: 0.004,
        })),
      ),
    );
    expect(found).toMatchObject({
      outcome: "too-close",
      lever: { code: "finer-steps", nearWatts: 50 },
    });
  });
});

describe("repeats (JCGM 100, 4.2 and G.3)", () => {
  const repeat = (watts: number, id: string, setId = "set") => sweep([watts, 70], { id, setId });

  test("their mean counts, and their scatter beside the instruments' own uncertainty", () => {
    const { finding } = verdict(repeat(55, "a"), repeat(56, "b"), repeat(57, "c"));
    expect(finding?.reading.value).toBeCloseTo(56.1, 1);
    const scatter = finding?.reading.budget.find(({ type }) => type === "A");
    // Three readings one watt apart: s = 1 W, of the mean 0.58 W, two degrees of freedom.
    expect(scatter).toMatchObject({ degreesOfFreedom: 2, contribution: expect.closeTo(0.578, 2) });
  });

  test("few repeats that scatter widen the interval by Student's factor", () => {
    const [few, many] = [2, 12].map(
      (count) =>
        verdict(...Array.from({ length: count }, (_, k) => repeat(54 + (k % 2 ? 2 : -2), `r${k}`)))
          .finding?.expandedUncertainty ?? 0,
    );
    expect(few).toBeGreaterThan(2 * many);
  });

  test("runs of other sets are no repeats", () => {
    expect(
      verdict(repeat(55, "a", "one"), repeat(57, "b", "two")).finding?.reading.budget.every(
        ({ type }) => type === "B",
      ),
    ).toBe(true);
  });
});

test("an amplifier with one channel leaves nothing open about how many are driven", () => {
  const mono = sheet("50 W into 8 ohms at 1 % THD+N", { channelCount: 1 });
  expect(judge(mono.claims[0], [sweep([60])], mono.facts).outcome).toBe("met");
  expect(judge(mono.claims[0], [sweep([60])], facts).outcome).toBe("not-testable");
});

test("numbers that nothing has are no evidence, and do not stop the judge", () => {
  const spoilt = (change: object) =>
    run(
      "power-sweep",
      [0, 1].map(() => ({
        levels: levelsTo(60).map((level, k) => (k === 3 ? { ...level, ...change } : level)),
      })),
      { id: "spoilt" },
    );
  for (const change of [
    { powerWatts: 1e308 },
    { powerWatts: Number.NaN },
    { thdPlusNoiseRatio: 5e-324 },
    { powerWatts: Infinity, voltsRms: Infinity },
  ])
    expect(verdict(sweep([55, 55]), spoilt(change)).outcome).toBe("met");
  expect(() => ratingsByMethod([spoilt({ powerWatts: 1e308 })], facts)).not.toThrow();
});

describe("evidence and conflicts", () => {
  test("each run says how it was used, and why it was not", () => {
    const runs = [
      sweep([60, 60], { id: "decides", takenAt: "2026-11-03" }),
      sweep([58, 58], { id: "agrees", takenAt: "2026-11-02" }),
      sweep([60, 60], { id: "other", ohms: 4 }),
      sweep([60, 60], { id: "rehearsal", source: "simulated" }),
      found("noise", [figure("noise-a", 1e-4)], { id: "silent" }),
    ];
    const uses = Object.fromEntries(
      verdict(...runs).evidence.map(({ runId, use, why }) => [runId, [use, why]]),
    );
    expect(uses).toEqual({
      decides: ["decides", null],
      agrees: ["agrees", null],
      other: [
        "none",
        {
          code: "other-condition",
          match: { condition: "load", asked: 8, was: [4], match: "different" },
        },
      ],
      rehearsal: ["rehearsal", null],
    });
  });

  test("runs that contradict each other are named together, with the conditions that differ", () => {
    const { conflicts } = verdict(
      sweep([60, 60], { id: "new", takenAt: "2026-11-20T10:00" }),
      sweep([40, 40], { id: "old", takenAt: "2026-10-01T10:00", source: "meter" }),
    );
    expect(conflicts).toMatchObject([
      {
        runIds: ["new", "old"],
        differs: [{ condition: "source", values: ["recording", "meter"] }],
      },
    ]);
    expect(verdict(sweep([60, 60]), sweep([59.5, 59.5])).conflicts).toEqual([]);
  });
});

const watts = () => fc.double({ min: 20, max: 120, noNaN: true });
const share = () => fc.double({ min: 0.0005, max: 0.05, noNaN: true });

describe("properties", () => {
  const evidenceOf = (each: readonly number[], voltsStdUncertaintyRatio: number, ohms = 8) =>
    run(
      "power-sweep",
      each.map((limit) => ({ levels: levelsTo(limit), voltsStdUncertaintyRatio })),
      { ohms },
    );

  test("more uncertainty never turns open into decided", () => {
    fc.assert(
      fc.property(
        watts(),
        watts(),
        fc.tuple(share(), share()),
        fc.double({ min: 7.3, max: 8.7, noNaN: true }),
        (a, b, shares, ohms) => {
          const [narrow, wide] = [Math.min(...shares), Math.max(...shares)].map(
            (each) => verdict(evidenceOf([a, b], each, ohms)).outcome,
          );
          if (narrow === "too-close") expect(wide).toBe("too-close");
          else expect([narrow, "too-close"]).toContain(wide);
        },
      ),
    );
  });

  test("scaling: twice the ohms and volts (twice the watts) with a claim of twice the watts is the same verdict", () => {
    const twice = sheet("100 W per channel into 16 ohms, both channels driven, 1 % THD+N");
    fc.assert(
      fc.property(watts(), watts(), share(), (a, b, ratio) => {
        const once = verdict(evidenceOf([a, b], ratio));
        const scaled = judge(twice.claims[0], [evidenceOf([2 * a, 2 * b], ratio, 16)], twice.facts);
        expect(scaled.outcome).toBe(once.outcome);
        expect(scaled.probability ?? 0).toBeCloseTo(once.probability ?? 0, 9);
      }),
    );
  });

  test("the order of runs does not matter", () => {
    const runs = [
      sweep([60, 60], { id: "a" }),
      sweep([50, 50], { id: "b" }),
      sweep([40, 40], { id: "c" }),
      sweep([60], { id: "d" }),
      shortSweep([20, 20], { id: "e" }),
      sweep([30, 30], { id: "f", source: "simulated" }),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(runs, { minLength: runs.length }), (shuffled) => {
        const one = verdict(...runs),
          other = verdict(...shuffled);
        expect([other.outcome, other.finding?.reading]).toEqual([
          one.outcome,
          one.finding?.reading,
        ]);
      }),
    );
  });

  test("a met claim stays met when the amplifier gives more", () => {
    fc.assert(
      fc.property(watts(), fc.double({ min: 1, max: 3, noNaN: true }), (a, more) => {
        if (verdict(sweep([a, a])).outcome === "met")
          expect(verdict(sweep([a * more, a * more])).outcome).toBe("met");
      }),
    );
  });
});

describe("bursts that never clipped", () => {
  const { claims: dynamic, facts: known } = sheet("Dynamic power 400 W into 8 ohms");
  const clean = (watts: number, stop = false): Evidence => {
    const name = "burst-1 kHz, 20 ms";
    const burst = {
      ...figure(name, watts, 0.01 * watts),
      ...(stop ? {} : { bound: "at-least" as const }),
    };
    return run(
      "burst",
      [0, 1].map(() => ({ figures: [burst], ...(stop && { stopReason: "input-drive" as const }) })),
    );
  };

  test.each([false, true])(
    "below the claim leave it open and never refute it (as kept before: %s)",
    (isOld) =>
      expect(judge(dynamic[0], [clean(342, isOld)], known)).toMatchObject({
        outcome: "not-tested",
        probability: null,
        finding: { reading: { bound: "at-least" } },
      }),
  );

  test("above the claim meet it", () =>
    expect(judge(dynamic[0], [clean(450)], known).outcome).toBe("met"));
});

test("two files of one recording do not contradict each other: its highest is not held against its lowest", () => {
  const { claims: flat, facts: known } = sheet("Frequency response 20 Hz - 20 kHz, +/-0.3 dB");
  const twice = [magnitude(-0.48, 0.76), magnitude(-0.48, 0.76)];
  expect(judge(flat[0], twice, known).conflicts).toEqual([]);
  const other = judge(flat[0], [twice[0], magnitude(-0.48, 1.9)], known).conflicts;
  expect(other).toHaveLength(1);
  const [one, two] = other[0].readings.map(({ reading }) => reading.place);
  expect(one).toEqual(two);
});
