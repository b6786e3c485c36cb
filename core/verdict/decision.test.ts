import { decisionOf, probabilityBy } from "./decision";
import type { ChannelFinding } from "./findings";
import { run } from "./testing/evidence";
import type { ClaimFinding, LimitStatus } from "./types";

/** A channel that reads so many watts of 50, known to one, with the status that this gives it. */
const channel = (
  channelIndex: number,
  watts: number,
  status: LimitStatus,
  given: Partial<ClaimFinding> = {},
): ChannelFinding => ({
  channelIndex,
  status,
  finding: {
    evidence: run("power-sweep", [{}]),
    channelIndex,
    reading: {
      quantity: "watts",
      value: watts,
      between: [watts, watts],
      budget: [
        {
          source: "volts",
          type: "B",
          distribution: "normal",
          contribution: 1,
          degreesOfFreedom: null,
        },
      ],
      bound: null,
      place: { code: "clip-onset" },
      notes: [],
    },
    limit: { direction: "at-least", value: 50 },
    matches: [],
    status,
    expandedUncertainty: 2,
    margin: watts - 50 - 2,
    proves: true,
    refutes: true,
    ...given,
  },
});

const met = (index: number, watts = 60) => channel(index, watts, "met");

test("met where as many as are asked meet it, by the weakest of them", () => {
  const decision = decisionOf([met(0, 60), met(1, 55)], 2);
  expect(decision).toMatchObject({
    outcome: "met",
    unrecorded: 0,
    measuredChannels: 2,
    only: null,
  });
  expect(decision.finding?.channelIndex).toBe(1);
});

test("one that misses decides, and the worst of those, whatever the others do", () => {
  const decision = decisionOf(
    [met(0), channel(1, 44, "missed"), channel(2, 40, "missed"), channel(3, 50, "open")],
    4,
  );
  expect(decision).toMatchObject({ outcome: "missed", missedChannels: [1, 2] });
  expect(decision.finding?.channelIndex).toBe(2);
});

test("channels that were not recorded leave it untested, and are counted", () => {
  expect(decisionOf([met(0)], 2)).toMatchObject({
    outcome: "not-tested",
    unrecorded: 1,
    probability: null,
  });
  expect(decisionOf([], 2)).toMatchObject({ outcome: "not-tested", finding: null, unrecorded: 2 });
});

test("closed form: a reading at its limit is too close to call, and as likely true as not", () => {
  const decision = decisionOf([met(0), channel(1, 50, "open")], 2);
  expect(decision.outcome).toBe("too-close");
  expect(decision.probability).toBeCloseTo(0.5, 6);
});

// JCGM 106:2012, 7.3: one standard uncertainty above the limit conforms with 84 %.
test("how sure it is follows from margin and uncertainty", () => {
  expect(probabilityBy(channel(0, 51, "open").finding)).toBeCloseTo(0.8413, 3);
});

test.each([
  ["proves nothing", { proves: false }],
  ["refutes nothing", { refutes: false }],
])("a reading that %s has tested nothing, however close it is", (_, given) =>
  expect(decisionOf([channel(0, 50, "open", given)], 1)).toMatchObject({
    outcome: "not-tested",
    probability: null,
  }),
);

test("what was missed under sterner conditions says nothing against channels that meet it under its own", () => {
  const sterner = channel(2, 30, "open", { status: "missed", refutes: false });
  expect(decisionOf([met(0), met(1), sterner], 2).outcome).toBe("met");
  expect(decisionOf([met(0), sterner], 2).outcome).toBe("not-tested");
});
