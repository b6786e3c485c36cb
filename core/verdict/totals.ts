import type { StatedClaim } from "../claim";
import { formatSignificant } from "../units";
import type { Word } from "./findings";
import { holdAgainst } from "./judgeReading";
import type { AmplifierFacts, BudgetLine, ClaimFinding, StatedOf } from "./types";

/** A claim that is printed of all channels together. */
export const isOfTotal = (stated: StatedClaim): stated is StatedOf<"power"> =>
  stated.kind === "power" && stated.rating === "total";

/**
 * What runs say of a claim that is printed of all channels together. A run that did not record them all says nothing of their total.
 * @see totalsOf
 */
export const asTotals = (
  words: readonly Word[],
  stated: StatedOf<"power">,
  { channelCount }: AmplifierFacts,
): Word[] =>
  words.map((word) => {
    if (word.why !== null) return word;
    const isWhole = word.evidence.channels.length >= (channelCount ?? 2);
    const findings = isWhole ? totalsOf([word], stated) : [];
    const why = findings.length === 0 ? "not every channel was recorded, so it has no total" : null;
    return { ...word, findings, why };
  });

/**
 * The sum of a run's channels held against a claim. What volts and ohms are off by may be off alike in all channels, so that lines of
 * one source are added and not rooted.
 * @see JCGM 100:2008, 5.2.2 (correlated input quantities), at its safe end
 */
export const totalsOf = (
  words: readonly Word[],
  { powerWatts }: Pick<StatedOf<"power">, "powerWatts">,
): ClaimFinding[] =>
  words.flatMap(({ findings }) => {
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
      notes: [
        `${findings.map((each) => formatSignificant(each.reading.value, 3)).join(" W and ")} W`,
      ],
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
