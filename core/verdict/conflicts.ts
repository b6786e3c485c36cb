import { byWeight, isConclusive, weightiest, type RunFindings } from "./findings";
import type { ClaimFinding, ClaimReading, Contradiction, Evidence, RunDifference } from "./types";

/** Conditions that agree but for how they are met, so that two readings should be the same. */
const isAlike = ({ matches }: ClaimFinding): boolean =>
  matches.every(({ match }) => match === "same" || match === "near");

/**
 * Runs whose readings of one channel lie further apart than both their uncertainties allow, though their conditions are those of the
 * claim: each that contradicts the one that decides.
 * @see ISO/IEC 17043:2010, B.3.1.3 (E_n number above one); from memory
 */
export const conflictsIn = (runs: readonly RunFindings[]): Contradiction[] => {
  const byChannel = new Map<number, ClaimFinding[]>();
  for (const { findings } of runs)
    for (const finding of findings) {
      if (!isComparable(finding)) continue;
      const known = byChannel.get(finding.channelIndex);
      if (known) known.push(finding);
      else byChannel.set(finding.channelIndex, [finding]);
    }
  const apart = [...byChannel.values()].flatMap(apartIn);
  const found = new Map<string, Contradiction>();
  for (const [first, finding] of apart.sort(([, a], [, b]) => byWeight(a, b))) {
    if (found.size >= MOST_SHOWN) break;
    const key = `${first.evidence.id} ${finding.evidence.id}`;
    if (!found.has(key)) found.set(key, conflictOf(first, finding));
  }
  return [...found.values()];
};

/** Pairs of a channel: a reading of the run that decides, and one of another run at the same place that it leaves no room for. */
const apartIn = (
  findings: readonly ClaimFinding[],
): [first: ClaimFinding, other: ClaimFinding][] => {
  const first = weightiest(findings, isConclusive) ?? weightiest(findings);
  if (!first) return [];
  const isOfFirst = ({ evidence: { id } }: ClaimFinding) => id === first.evidence.id;
  const decisive = findings.filter(isOfFirst);
  return findings.flatMap((finding): [ClaimFinding, ClaimFinding][] => {
    if (isOfFirst(finding)) return [];
    const mate = decisive.find((each) => isOfSamePlace(each.reading, finding.reading));
    return mate && areApart(mate, finding) ? [[mate, finding]] : [];
  });
};

/** A reading of its own, under conditions that are the claim's. */
const isComparable = (finding: ClaimFinding): boolean =>
  finding.proves && finding.refutes && finding.reading.bound === null && isAlike(finding);

/** A reading at 20 Hz does not contradict one at 20 kHz: a semitone apart is another place. Chosen here. */
const SAME_PLACE_RATIO = 1.06;

/** Readings of one place on the amplifier's curves, held against the same side of the claim. */
const isOfSamePlace = (one: ClaimReading, other: ClaimReading): boolean => {
  const [a, b] = [frequencyIn(one), frequencyIn(other)];
  const isNear = a === null || b === null || Math.max(a / b, b / a) <= SAME_PLACE_RATIO;
  return (
    one.place.code === other.place.code && one.limit?.direction === other.limit?.direction && isNear
  );
};

const frequencyIn = ({ place }: ClaimReading): number | null =>
  "frequencyHz" in place ? place.frequencyHz : null;

/** More than these nobody reads. */
const MOST_SHOWN = 8;

const conflictOf = (first: ClaimFinding, other: ClaimFinding): Contradiction => ({
  runIds: [first.evidence.id, other.evidence.id],
  readings: [first, other],
  differs: differences(first.evidence, other.evidence),
});

const areApart = (a: ClaimFinding, b: ClaimFinding): boolean => {
  const gap = Math.max(
    a.reading.between[0] - b.reading.between[1],
    b.reading.between[0] - a.reading.between[1],
  );
  return gap > 0 && gap ** 2 > a.expandedUncertainty ** 2 + b.expandedUncertainty ** 2;
};

/** The conditions that two runs do not share. */
const differences = (a: Evidence, b: Evidence): RunDifference[] => {
  const all: RunDifference[] = [
    { condition: "kind", values: [a.kind, b.kind] },
    { condition: "source", values: [a.source, b.source] },
    { condition: "loads", values: [loadsOf(a), loadsOf(b)] },
    { condition: "channels", values: [a.channelsDriven, b.channelsDriven] },
    { condition: "frequency", values: [a.frequencyHz, b.frequencyHz] },
    { condition: "supply", values: [a.supply, b.supply] },
    { condition: "setting", values: [a.setting, b.setting] },
  ];
  return all.filter(({ values: [one, other] }) => String(one) !== String(other));
};

const loadsOf = ({ channels }: Evidence): number[] => channels.map(({ loadOhms }) => loadOhms);
