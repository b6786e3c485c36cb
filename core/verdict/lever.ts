import { judgeReading } from "./judgeReading";
import type { BudgetLine, BudgetSource, ClaimFinding, ClaimReading, Improvement } from "./types";

/** What a better bench could bring a line of the budget down to, and how. */
type Lever = {
  /** The contribution that would be left, of a reading of so much. */
  left(line: BudgetLine, value: number): number;
  improvement(finding: ClaimFinding): Improvement;
};

/** Four-wire ohms and a bench voltmeter reach 0.1 %, expanded. */
const GOOD_RATIO = 0.0005;

const CALIBRATION: Lever = {
  left: (_, value) => 2 * GOOD_RATIO * Math.abs(value),
  improvement: () => ({ code: "calibrate-volts" }),
};

const LEVERS: Partial<Record<BudgetSource, Lever>> = {
  "load-ohms": {
    left: (_, value) => GOOD_RATIO * Math.abs(value),
    improvement: ({ evidence, channelIndex }) => ({
      code: "measure-load",
      loadOhms:
        evidence.channels.find((each) => each.channelIndex === channelIndex)?.loadOhms ??
        evidence.nominalOhms,
    }),
  },
  "level-gap": {
    left: ({ contribution }) => contribution / 3,
    improvement: ({ limit, reading }) => ({
      code: "finer-steps",
      nearWatts: reading.quantity === "watts" ? limit.value : null,
    }),
  },
  volts: CALIBRATION,
  "volts-in-and-out": CALIBRATION,
  "two-loads": CALIBRATION,
  repeats: {
    left: ({ contribution }) => contribution / 3,
    improvement: () => ({ code: "repeat" }),
  },
  "load-drift": {
    left: ({ contribution }) => contribution / 5,
    improvement: () => ({ code: "cool-load" }),
  },
};

const isDecided = (reading: ClaimReading, { limit }: ClaimFinding): boolean =>
  judgeReading(reading, limit).status !== "open";

/**
 * The one improvement that would decide an open reading, the largest contribution first; then a load of exactly the claim's ohms. Null
 * where nothing alone would do.
 */
export const leverOf = (finding: ClaimFinding): Improvement | null => {
  const { reading } = finding;
  if (finding.status !== "open" || reading.bound !== null) return null;
  const byWeight = reading.budget.toSorted((a, b) => b.contribution - a.contribution);
  for (const heavy of byWeight) {
    const lever = LEVERS[heavy.source];
    if (!lever) continue;
    const lighter = reading.budget.map((line) =>
      line === heavy
        ? { ...line, contribution: Math.min(line.contribution, lever.left(line, reading.value)) }
        : line,
    );
    if (isDecided({ ...reading, budget: lighter }, finding)) return lever.improvement(finding);
  }
  const [low, high] = reading.between;
  return high > low && isDecided({ ...reading, between: [reading.value, reading.value] }, finding)
    ? { code: "exact-load" }
    : null;
};
