import { isOfTotal, totalsOf } from "./totals";
import { judge } from ".";
import { sheet, shortSweep, sweep } from "./testing/evidence";
import type { RunFindings } from "./findings";

const ALL = "100 W into 8 ohms, both channels driven, 1 % THD+N";

/** Findings of two channels as the judge makes them, for the sum to be taken of. */
const findingsOf = (watts: readonly number[]): RunFindings => {
  const evidence = sweep(watts);
  return {
    evidence,
    matches: [],
    why: null,
    findings: watts.map((value, channelIndex) => ({
      evidence,
      channelIndex,
      reading: {
        quantity: "watts" as const,
        value,
        between: [0.99 * value, 1.01 * value] as const,
        budget: [
          {
            source: "volts" as const,
            type: "B" as const,
            distribution: "normal" as const,
            contribution: 0.01 * value,
            degreesOfFreedom: null,
          },
          {
            source: "load-ohms" as const,
            type: "B" as const,
            distribution: "normal" as const,
            contribution: 0.002 * value,
            degreesOfFreedom: null,
          },
        ],
        bound: null,
        place: { code: "clip-onset" as const },
        notes: [],
      },
      limit: { direction: "at-least" as const, value: 50 },
      matches: [],
      status: "met" as const,
      expandedUncertainty: 1,
      margin: 1,
      proves: true,
      refutes: true,
    })),
  };
};

// JCGM 100:2008, 5.2.2: inputs that are off alike add up; rooted they would give 0.76 of it for equal channels.
test("watts add up, and so does what they are off by alike, source by source", () => {
  const [total] = totalsOf([findingsOf([60, 40])], { powerWatts: 90 });
  expect(total.reading).toMatchObject({
    value: 100,
    isTotal: true,
    notes: [{ code: "sum", powerWatts: [60, 40] }],
  });
  expect(total.reading.between).toEqual([99, 101]);
  const contributions = total.reading.budget.map((line) => [line.source, line.contribution]);
  expect(contributions).toEqual([
    ["volts", expect.closeTo(1, 9)],
    ["load-ohms", expect.closeTo(0.2, 9)],
  ]);
  expect(total.status).toBe("met");
});

test("there is not a total of one channel, nor of a channel that was read twice", () => {
  expect(totalsOf([findingsOf([60])], { powerWatts: 50 })).toEqual([]);
  const run = findingsOf([60, 40]);
  const twice = { ...run, findings: run.findings.map((each) => ({ ...each, channelIndex: 0 })) };
  expect(totalsOf([twice], { powerWatts: 50 })).toEqual([]);
});

test("at least this of one channel and at most that of another come to nothing", () => {
  const run = findingsOf([60, 40]);
  const bounded = (bounds: readonly ("at-least" | "at-most" | null)[]): RunFindings => ({
    ...run,
    findings: run.findings.map((each, k) => ({
      ...each,
      reading: { ...each.reading, bound: bounds[k] },
    })),
  });
  expect(totalsOf([bounded(["at-least", "at-most"])], { powerWatts: 50 })).toEqual([]);
  expect(totalsOf([bounded(["at-least", null])], { powerWatts: 50 })[0].reading.bound).toBe(
    "at-least",
  );
});

test("a claim of the total is held against the sum, and only where every channel was recorded", () => {
  const { claims, facts } = sheet(ALL);
  const stated = { ...claims[0].stated, rating: "total" } as (typeof claims)[number]["stated"];
  const claim = { ...claims[0], stated };
  expect([isOfTotal(claims[0].stated), isOfTotal(stated)]).toEqual([false, true]);
  const both = { ...facts, channelCount: 2 };
  expect(judge(claim, [sweep([58, 55])], both).outcome).toBe("met");
  expect(judge(claim, [sweep([44, 45])], both).outcome).toBe("missed");
  expect(judge(claim, [sweep([58])], both).outcome).toBe("not-tested");
  expect(judge(claim, [shortSweep([60, 60])], both).outcome).toBe("met");
});
