// What a claim is made for against what a run was taken on: supply, switches, connection.
import fc from "fast-check";
import { judge, type ClaimToJudge, type Evidence, type MadeFor } from ".";
import { run, levelsTo, sheet, sweep } from "./testing/evidence";

const { claims, facts } = sheet(
  "50 W per channel into 8 ohms, both channels driven, 1 % THD+N\nBridged: 150 W into 8 ohms, 1 % THD+N",
);
const [printed, printedBridged] = claims as ClaimToJudge[];
const madeFor = (to: Partial<MadeFor>): ClaimToJudge => ({
  ...printed,
  madeFor: { supply: "", setting: "", connection: "normal", ...to },
});
const verdict = (claim: ClaimToJudge, ...evidence: Evidence[]) => judge(claim, evidence, facts);

const SMALL = sweep([30, 30], { supply: "32 V brick" });
const BIG = sweep([60, 60], { supply: "48 V brick" });

describe("a claim that names its supply", () => {
  const claim = madeFor({ supply: "48 V brick" });

  test("is met by a run on that supply, whatever the others give", () =>
    expect(verdict(claim, SMALL, BIG)).toMatchObject({
      outcome: "met",
      finding: { evidence: { id: BIG.id } },
      only: null,
    }));

  test("is met where all runs were taken on it", () =>
    expect(verdict(claim, BIG).outcome).toBe("met"));

  test("is not tested by a run on another", () => {
    const found = verdict(claim, SMALL, sweep([30, 30], { supply: "36 V brick" }));
    expect(found.outcome).toBe("not-tested");
    expect(found.evidence.map(({ why }) => why)).toEqual([
      expect.objectContaining({ code: "other-condition" }),
      expect.objectContaining({ code: "other-condition" }),
    ]);
  });

  test("is missed on its own supply, and no other one softens that", () => {
    const strong = sweep([60, 60], { supply: "60 V brick" });
    const weak = sweep([30, 30], { supply: "48 V brick" });
    expect(verdict(claim, strong, weak)).toMatchObject({ outcome: "missed", only: null });
  });
});

test("a claim that names no supply is not met by the bigger one, which is said beside it", () => {
  const boxed = sweep([30, 30]);
  expect(verdict(printed, boxed, BIG)).toMatchObject({
    outcome: "met-other-setting",
    only: { setting: "48 V brick" },
    asPrinted: { evidence: { id: boxed.id } },
  });
});

test("a claim that names no supply is not tested where all runs were taken on another than the known default", () =>
  expect(judge(printed, [BIG], { ...facts, knowsSupplies: true })).toMatchObject({
    outcome: "met-other-setting",
    asPrinted: null,
  }));

test("a switch in the position that the claim names, and in the other", () => {
  const claim = madeFor({ setting: "soft clip: off" });
  const off = sweep([60, 60], { setting: "soft clip: off" });
  const on = sweep([30, 30]);
  expect(verdict(claim, on, off)).toMatchObject({
    outcome: "met",
    finding: { evidence: { id: off.id } },
  });
  expect(verdict(claim, on).outcome).toBe("not-tested");
});

test("the mains that a claim names: within a tenth they are those, others decide nothing, and so does a run that does not say", () => {
  const claim = madeFor({ mainsVolts: 120 });
  const on = (mainsVolts?: number) =>
    verdict(claim, sweep([60, 60], mainsVolts === undefined ? {} : { mainsVolts }));
  // EN 50160: supply voltage varies by 10 % about its nominal; from memory.
  expect([115, 127].map((volts) => on(volts).outcome)).toEqual(["met", "met"]);
  expect(on(230)).toMatchObject({ outcome: "not-tested" });
  expect(on().evidence[0].why).toMatchObject({ code: "not-recorded", match: { asked: 120 } });
  expect(verdict(printed, sweep([60, 60], { mainsVolts: 230 })).outcome).toBe("met");
});

describe("what was not recorded", () => {
  test.each(["supply", "setting"] as const)(
    "the %s: it neither proves nor refutes",
    (condition) => {
      for (const watts of [30, 60]) {
        const found = verdict(printed, sweep([watts, watts], { unrecorded: [condition] }));
        expect(found).toMatchObject({ outcome: "not-tested", probability: null });
        expect(found.evidence[0].why).toMatchObject({
          code: "not-recorded",
          match: { condition, was: null, match: "unknown" },
        });
      }
    },
  );

  test("a run that records it decides beside one that does not", () =>
    expect(
      verdict(printed, sweep([60, 60], { unrecorded: ["supply"] }), sweep([30, 30])),
    ).toMatchObject({ outcome: "missed" }));
});

describe("bridged", () => {
  const bridged = (watts: number, kind: "power-sweep" | "clip-search" = "power-sweep") =>
    run(kind, [{ levels: levelsTo(watts) }], { connection: "bridged", channelsDriven: 2 });

  test("watts of a bridged output are never those of a channel", () => {
    const found = verdict(printed, bridged(2258));
    expect(found).toMatchObject({ outcome: "not-tested", finding: null });
    expect(found.evidence[0].why).toMatchObject({
      match: { condition: "connection", asked: "normal", was: "bridged" },
    });
  });

  test("watts of a channel are never those of a bridged output", () =>
    expect(verdict(printedBridged, sweep([200, 200])).outcome).toBe("not-tested"));

  test.each([
    [180, "met"],
    [90, "missed"],
  ] as const)("a sweep of the bridged output at %d W decides the bridged claim", (watts, outcome) =>
    expect(verdict(printedBridged, bridged(watts))).toMatchObject({ outcome }),
  );
});

describe("a load between two that were measured", () => {
  const claim = sheet("60 W per channel into 6 ohms, both channels driven, 1 % THD+N").claims[0];
  const between = (...evidence: Evidence[]) => {
    const { finding } = judge(claim, evidence, facts);
    return finding?.reading.between ?? null;
  };
  const at = (ohms: number, watts: number, given = {}) => sweep([watts, watts], { ohms, ...given });

  // Thevenin's theorem: the watts of a source of 24 V behind 0.5 ohm into any load.
  test("what two loads leave holds the watts of any source behind a resistance", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0.01, max: 6, noNaN: true }),
        (volts, ohms) => {
          const into = (load: number) => (volts / (load + ohms)) ** 2 * load;
          const range = between(at(5.6, into(5.6)), at(6.5, into(6.5)));
          expect(range).not.toBeNull();
          const [low, high] = range as readonly [number, number];
          // The sweep's own steps are 0.4 % apart.
          expect(low).toBeLessThanOrEqual(1.004 * into(6));
          expect(high).toBeGreaterThanOrEqual(0.996 * into(6));
          expect(high).toBeGreaterThan(low);
        },
      ),
      { numRuns: 60 },
    ));

  const alone = between(at(5.6, 60));
  test.each<[string, Partial<Evidence>]>([
    ["another supply", { supply: "48 V brick" }],
    ["another setting", { setting: "eco" }],
    ["another tone", { frequencyHz: 40 }],
    ["a supply that was not recorded", { unrecorded: ["supply"] }],
  ])("a run with %s narrows nothing", (_, given) => {
    const own = at(5.6, 60, given.supply ? { supply: "32 V brick" } : {});
    const { finding } = judge(
      { ...claim, madeFor: { supply: own.supply, setting: "", connection: "normal" } },
      [own, at(6.5, 58, given)],
      facts,
    );
    expect(finding?.reading.between).toEqual(alone);
  });
});

describe("a claim that names its input", () => {
  const claim = madeFor({ input: "balanced" });

  test("is met and missed through that input only", () => {
    expect(verdict(claim, sweep([60, 60], { input: "balanced" })).outcome).toBe("met");
    expect(verdict(claim, sweep([30, 30], { input: "balanced" })).outcome).toBe("missed");
    expect(verdict(claim, sweep([30, 30], { input: "line" })).outcome).toBe("not-tested");
  });

  test("is open where nobody recorded the input; a claim that names none takes any", () => {
    const unsaid = sweep([60, 60]);
    expect(verdict(claim, unsaid).evidence[0].why).toMatchObject({ code: "not-recorded" });
    expect(verdict(printed, sweep([60, 60], { input: "line" })).outcome).toBe("met");
  });
});

test("into a reactive load it is no evidence of rated power", () =>
  expect(verdict(printed, sweep([60, 60], { isReactive: true })).evidence[0]).toMatchObject({
    use: "none",
    why: { code: "other-condition", match: { condition: "source", was: "reactive-load" } },
  }));

test("a claim that names its default setting is not met by another one", () => {
  const off = sweep([60, 60], { setting: "soft clip: off" });
  const on = sweep([40, 40]);
  expect(verdict(madeFor({ namesSetting: true }), off, on).outcome).toBe("missed");
  expect(verdict(printed, off, on).outcome).toBe("met-other-setting");
});

test("more channels driven than the claim asks do not hide a reading that is inconclusive under its own conditions", () => {
  const five = { ...facts, channelCount: 5 };
  const [claim] = sheet("70 W per channel into 8 ohms, two channels driven, 1 % THD+N").claims;
  const two = sweep([70.3, 70.4], { channelsDriven: 2 });
  // Newer, and so the weightier of equals.
  const all = sweep([56, 56, 56, 56, 56], { channelsDriven: 5, takenAt: "2027-01-01" });
  const alone = judge(claim, [two], five);
  const beside = judge(claim, [two, all], five);
  expect(alone.outcome).toBe("too-close");
  expect(beside.outcome).toBe("too-close");
  expect(beside.finding?.evidence.id).toBe(two.id);
});

describe("a claim that names its channels", () => {
  const claim = madeFor({ driven: [0, 1] });

  test("is judged by a run of those channels only", () => {
    expect(verdict(claim, sweep([60, 60], { driven: [0, 1] })).outcome).toBe("met");
    expect(verdict(claim, sweep([60, 60], { driven: [2, 3] })).evidence[0].why).toMatchObject({
      code: "other-condition",
      match: { condition: "which-channels" },
    });
    expect(verdict(claim, sweep([60, 60])).evidence[0].why).toMatchObject({ code: "not-recorded" });
  });
});
