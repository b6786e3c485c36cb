import { drivenText } from "../claim";
import { RUN_KINDS } from "../run";
import { formatHertz, formatSignificant } from "../units";
import { byWeight, isConclusive, weightiest, type Word } from "./findings";
import { readingText } from "./readingText";
import type { Contradiction, Evidence, ClaimFinding } from "./types";

/** Conditions that agree but for how they are met, so that two readings should be the same. */
const isAlike = ({ matches }: ClaimFinding): boolean =>
  matches.every(({ match }) => match === "same" || match === "near");

/**
 * Runs whose readings of one channel lie further apart than both their uncertainties allow, though their conditions are those of the
 * claim: each that contradicts the one that decides.
 * @see ISO/IEC 17043:2010, B.3.1.3 (E_n number above one); from memory
 */
export const conflictsIn = (words: readonly Word[]): Contradiction[] => {
  const byChannel = new Map<number, ClaimFinding[]>();
  for (const { findings } of words)
    for (const finding of findings) {
      if (!isComparable(finding)) continue;
      const known = byChannel.get(finding.channelIndex);
      if (known) known.push(finding);
      else byChannel.set(finding.channelIndex, [finding]);
    }
  const apart: [first: ClaimFinding, other: ClaimFinding][] = [];
  for (const findings of byChannel.values()) {
    const first = weightiest(findings, isConclusive) ?? weightiest(findings);
    if (!first) continue;
    for (const finding of findings)
      if (first.evidence.id !== finding.evidence.id && areApart(first, finding))
        apart.push([first, finding]);
  }
  const found = new Map<string, Contradiction>();
  for (const [first, finding] of apart.sort(([, a], [, b]) => byWeight(a, b))) {
    if (found.size >= MOST_TOLD) break;
    const key = `${first.evidence.id} ${finding.evidence.id}`;
    if (!found.has(key)) found.set(key, conflictOf(first, finding));
  }
  return [...found.values()];
};

/** A reading of its own, under conditions that are the claim's. */
const isComparable = (finding: ClaimFinding): boolean =>
  finding.proves && finding.refutes && finding.reading.bound === null && isAlike(finding);

/** More than these nobody reads. */
const MOST_TOLD = 8;

const conflictOf = (first: ClaimFinding, other: ClaimFinding): Contradiction => {
  const differs = differences(first.evidence, other.evidence);
  return {
    runIds: [first.evidence.id, other.evidence.id],
    differs,
    sentence: `Two runs do not agree: ${readingText(first)} and ${readingText(other)}, further apart than both uncertainties. What differs: ${differs}.`,
  };
};

const areApart = (a: ClaimFinding, b: ClaimFinding): boolean => {
  const gap = Math.max(
    a.reading.between[0] - b.reading.between[1],
    b.reading.between[0] - a.reading.between[1],
  );
  return gap > 0 && gap ** 2 > a.expandedUncertainty ** 2 + b.expandedUncertainty ** 2;
};

/** What two runs have not in common, in words. */
const differences = (a: Evidence, b: Evidence): string => {
  const told: [string, string][] = [
    [RUN_KINDS[a.kind].title, RUN_KINDS[b.kind].title],
    [a.source, b.source],
    [ohmsText(a), ohmsText(b)],
    [drivenText(a.channelsDriven), drivenText(b.channelsDriven)],
    [toneText(a), toneText(b)],
    [a.takenAt.slice(0, 16), b.takenAt.slice(0, 16)],
  ];
  const apart = told.flatMap(([one, other]) => (one === other ? [] : [`${one} and ${other}`]));
  return apart.length > 0 ? apart.join("; ") : "nothing that was declared";
};

const ohmsText = ({ channels }: Evidence): string =>
  `${channels.map(({ loadOhms }) => formatSignificant(loadOhms, 3)).join("/")} Ω`;

const toneText = ({ frequencyHz }: Evidence): string =>
  frequencyHz === null ? "" : formatHertz(frequencyHz, 3);
