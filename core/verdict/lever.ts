import { formatSignificant } from "../units";
import { judgeReading } from "./judgeReading";
import type { BudgetLine, ClaimFinding, ClaimReading } from "./types";

/** What a better bench could bring a line down to, and how it is done; `null` where nothing is to be done about it. */
type Lever = {
  fits(line: BudgetLine): boolean;
  /** The contribution that would be left, of a reading of so much. */
  left(line: BudgetLine, value: number): number;
  text(finding: ClaimFinding): string;
};

/** Four-wire ohms and a bench voltmeter reach a thousandth, expanded. Common practice. */
const GOOD_RATIO = 0.0005;

const LEVERS: readonly Lever[] = [
  {
    fits: ({ source }) => source.startsWith("ohms"),
    left: (_, value) => GOOD_RATIO * Math.abs(value),
    text: ({ evidence, channelIndex }) => {
      const ohms = evidence.channels.find((each) => each.channelIndex === channelIndex)?.loadOhms;
      return `measure the ${formatSignificant(ohms ?? evidence.nominalOhms, 2)} Ω load to 0.1 %`;
    },
  },
  {
    fits: ({ source }) => source === "gap between two levels",
    left: ({ contribution }) => contribution / 3,
    text: ({ limit, reading }) =>
      reading.quantity === "watts"
        ? `two finer steps near ${formatSignificant(limit.value, 3)} W`
        : "finer steps",
  },
  {
    fits: ({ source }) => source.startsWith("volts"),
    left: (_, value) => 2 * GOOD_RATIO * Math.abs(value),
    text: () => "calibrate the volts to 0.1 %",
  },
  {
    fits: ({ source }) => source.startsWith("repeats"),
    left: ({ contribution }) => contribution / 3,
    text: () => "repeat it ten times",
  },
  {
    fits: ({ source }) => source.startsWith("drift"),
    left: ({ contribution }) => contribution / 5,
    text: () => "cool the load, or measure its ohms hot",
  },
];

const isDecided = (reading: ClaimReading, { limit }: ClaimFinding): boolean =>
  judgeReading(reading, limit).status !== "open";

/**
 * The one thing that would decide an open reading, the largest contribution first; then a load of the claim's own ohms. Null where
 * nothing alone would do.
 * Chosen here: what a good meter reaches is common practice.
 */
export const leverOf = (finding: ClaimFinding): string | null => {
  const { reading } = finding;
  if (finding.status !== "open" || reading.bound !== null) return null;
  const byWeight = reading.budget.toSorted((a, b) => b.contribution - a.contribution);
  for (const heavy of byWeight) {
    const lever = LEVERS.find((each) => each.fits(heavy));
    if (!lever) continue;
    const lighter = reading.budget.map((line) =>
      line === heavy
        ? { ...line, contribution: Math.min(line.contribution, lever.left(line, reading.value)) }
        : line,
    );
    if (isDecided({ ...reading, budget: lighter }, finding))
      return `${lever.text(finding)}, and this would be decided`;
  }
  const [low, high] = reading.between;
  return high > low && isDecided({ ...reading, between: [reading.value, reading.value] }, finding)
    ? "measure into the very load of the claim, and this would be decided"
    : null;
};
