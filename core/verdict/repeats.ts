import { repeatedReading } from "../uncertainty";
import { holdAgainst } from "./judgeReading";
import type { ClaimFinding } from "./types";

/**
 * Repeats of one set count as one run: their mean, and beside what the instruments leave open the scatter of the mean, with as many
 * degrees of freedom as there are repeats but one.
 * @param findings of one channel
 * @see JCGM 100:2008, 4.2 (type A evaluation) and G.3
 */
export const withRepeats = (findings: readonly ClaimFinding[]): ClaimFinding[] => {
  const alone: ClaimFinding[] = [];
  const sets = new Map<string, ClaimFinding[]>();
  for (const finding of findings) {
    const { setId, channelsDriven, supply, setting, nominalOhms } = finding.evidence;
    // A bound has no mean.
    if (setId === undefined || finding.reading.bound !== null) {
      alone.push(finding);
      continue;
    }
    const key = [setId, channelsDriven, supply, setting, nominalOhms].join("\n");
    sets.set(key, [...(sets.get(key) ?? []), finding]);
  }
  const means = [...sets.values()].flatMap((repeats) =>
    repeats.length > 1 ? [meanOf(repeats)] : repeats,
  );
  return [...alone, ...means];
};

const meanOf = (repeats: readonly ClaimFinding[]): ClaimFinding => {
  const newest = repeats.toSorted((a, b) => (a.evidence.takenAt < b.evidence.takenAt ? 1 : -1))[0];
  const { mean, stdUncertainty } = repeatedReading(repeats.map(({ reading }) => reading.value));
  const by = mean - newest.reading.value;
  const reading = {
    ...newest.reading,
    value: mean,
    between: [newest.reading.between[0] + by, newest.reading.between[1] + by] as const,
    budget: [
      ...newest.reading.budget,
      {
        source: "repeats" as const,
        type: "A" as const,
        distribution: "normal" as const,
        contribution: stdUncertainty,
        degreesOfFreedom: repeats.length - 1,
      },
    ],
    notes: [...newest.reading.notes, { code: "mean" as const, count: repeats.length }],
  };
  return { ...newest, reading, ...holdAgainst(reading, newest.limit) };
};
