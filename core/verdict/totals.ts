import type { StatedClaim } from "../claim";
import type { RunFindings } from "./findings";
import { holdAgainst } from "./judgeReading";
import type { AmplifierFacts, BudgetLine, ClaimFinding, StatedOf } from "./types";

/** A claim of the total of all channels. */
export const isOfTotal = (stated: StatedClaim): stated is StatedOf<"power"> =>
  stated.kind === "power" && stated.rating === "total";

/**
 * What runs show about a claim of the total of all channels. A run that did not record them all has no total.
 * @see totalsOf
 */
export const asTotals = (
  runs: readonly RunFindings[],
  stated: StatedOf<"power">,
  { channelCount }: AmplifierFacts,
): RunFindings[] =>
  runs.map((run) => {
    if (run.why !== null) return run;
    const isWhole = run.evidence.channels.length >= (channelCount ?? 2);
    const findings = isWhole ? totalsOf([run], stated) : [];
    const why = findings.length === 0 ? { code: "no-total" as const } : null;
    return { ...run, findings, why };
  });

/**
 * The sum of a run's channels held against a claim. What volts and ohms are off by may be off alike in all channels, so that lines of
 * one source are added and not rooted.
 * @see JCGM 100:2008, 5.2.2 (correlated input quantities), at its safe end
 */
export const totalsOf = (
  runs: readonly RunFindings[],
  { powerWatts }: Pick<StatedOf<"power">, "powerWatts">,
): ClaimFinding[] =>
  runs.flatMap(({ findings }) => {
    const [first] = findings;
    const channels = new Set(findings.map(({ channelIndex }) => channelIndex));
    if (!first || channels.size < 2 || channels.size < findings.length) return [];
    const bounds = new Set(findings.flatMap(({ reading: { bound } }) => bound ?? []));
    // At least this much of one and at most that much of another come to nothing.
    if (bounds.size > 1) return [];
    const [bound = null] = bounds;
    const sum = (of: (finding: ClaimFinding) => number) =>
      findings.reduce((total, finding) => total + of(finding), 0);
    const reading = {
      ...first.reading,
      isTotal: true as const,
      bound,
      value: sum((each) => each.reading.value),
      between: [
        sum((each) => each.reading.between[0]),
        sum((each) => each.reading.between[1]),
      ] as const,
      budget: addedUp(findings.map((each) => each.reading.budget)),
      notes: [{ code: "sum" as const, powerWatts: findings.map((each) => each.reading.value) }],
    };
    const limit = { direction: "at-least" as const, value: powerWatts };
    const proves = findings.every((each) => each.proves);
    const refutes = findings.every((each) => each.refutes);
    return [{ ...first, reading, limit, proves, refutes, ...holdAgainst(reading, limit) }];
  });

const addedUp = (budgets: readonly (readonly BudgetLine[])[]): BudgetLine[] => {
  const bySource = new Map<string, BudgetLine>();
  for (const each of budgets.flat()) {
    const known = bySource.get(each.source);
    bySource.set(each.source, {
      ...each,
      contribution: each.contribution + (known?.contribution ?? 0),
    });
  }
  return [...bySource.values()];
};
