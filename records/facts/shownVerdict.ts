import type { StatedClaim } from "@/core/claim";
import type { RunKind } from "@/core/run";
import {
  combined,
  readingLimitText,
  marginText,
  readingText,
  type BudgetLine,
  type EvidenceNote,
  type EvidenceSource,
  type ClaimOutcome,
  type ReadingQuantity,
  type Verdict,
} from "@/core/verdict";
import type { JudgedText } from "./claimsToJudge";

/** A verdict as a screen shows it: in words, and without the runs themselves. */
export type ShownVerdict = Pick<
  Verdict,
  | "outcome"
  | "probability"
  | "conflicts"
  | "rehearsed"
  | "nearest"
  | "lever"
  | "wouldSettle"
  | "sentence"
> & {
  key: string;
  words: string;
  claimKind: StatedClaim["kind"];
  printedText: string;
  source: string;
  missing: readonly string[];
  filledIn: readonly string[];
  reading: ShownReading | null;
  /** Runs that speak to it, weightiest first: as many as anybody reads. */
  evidence: readonly EvidenceNote[];
  /** How many there are in all. */
  evidenceCount: number;
};

/** More runs behind one claim nobody reads; with hundreds of them a page would take longer to send than to judge. */
const MOST_EVIDENCE = 8;
const BY_USE: readonly EvidenceNote["use"][] = [
  "decides",
  "contradicts",
  "agrees",
  "open",
  "rehearsal",
  "none",
];

const weightiest = (evidence: readonly EvidenceNote[]): EvidenceNote[] =>
  evidence
    .toSorted((a, b) => BY_USE.indexOf(a.use) - BY_USE.indexOf(b.use))
    .slice(0, MOST_EVIDENCE);

export type ShownReading = {
  text: string;
  limit: string;
  margin: string;
  isMet: boolean;
  channelIndex: number;
  /** Of watts, for a picture: what was claimed, and what was given. */
  strip: { claimedWatts: number; value: number; plusMinus: number } | null;
  /** The run that it comes from; null where it was typed in on the Brief. */
  run: { id: string; kind: RunKind; source: EvidenceSource; takenAt: string } | null;
  /** Shares of the variance, largest first; lines that add nothing are left out. */
  budget: readonly (BudgetLine & { share: number })[];
  expandedUncertainty: number;
  quantity: ReadingQuantity;
};

const LEAST_SHARE = 1e-4;

const shownReading = ({ finding }: Verdict): ShownReading | null => {
  if (!finding) return null;
  const { reading, limit, evidence, channelIndex, margin, expandedUncertainty } = finding;
  const { stdUncertainty } = combined(reading.budget);
  const isOfRun = evidence.channels.length > 0;
  return {
    text: readingText(finding),
    limit: readingLimitText(limit, reading.quantity),
    margin: `${margin < 0 ? "−" : "+"}${marginText(finding)}`,
    isMet: margin >= 0,
    channelIndex,
    strip:
      reading.quantity === "watts" && limit.direction === "at-least"
        ? { claimedWatts: limit.value, value: reading.value, plusMinus: expandedUncertainty }
        : null,
    run: isOfRun
      ? { id: evidence.id, kind: evidence.kind, source: evidence.source, takenAt: evidence.takenAt }
      : null,
    budget: reading.budget
      .map((line) => ({
        ...line,
        share: stdUncertainty > 0 ? (line.contribution / stdUncertainty) ** 2 : 0,
      }))
      .filter(({ share }) => share > LEAST_SHARE)
      .toSorted((a, b) => b.share - a.share),
    expandedUncertainty,
    quantity: reading.quantity,
  };
};

/** What a screen needs of a verdict. */
export const shownVerdict = (
  { key, words, source, claim }: JudgedText,
  verdict: Verdict,
): ShownVerdict => ({
  key,
  words,
  source,
  claimKind: claim.stated.kind,
  printedText: claim.printedText,
  missing: claim.missing,
  filledIn: claim.filledIn ?? [],
  outcome: verdict.outcome,
  probability: verdict.probability,
  conflicts: verdict.conflicts,
  rehearsed: verdict.rehearsed,
  nearest: verdict.nearest,
  lever: verdict.lever,
  wouldSettle: verdict.wouldSettle,
  sentence: verdict.sentence,
  reading: shownReading(verdict),
  evidence: weightiest(verdict.evidence),
  evidenceCount: verdict.evidence.length,
});

/** Where a claim belongs on the page: kept, broken, or open. What is met only under other conditions than printed is not kept. */
export type VerdictGroup = "met" | "missed" | "open";
const GROUPS: Record<ClaimOutcome, VerdictGroup> = {
  met: "met",
  missed: "missed",
  "met-in-bursts": "missed",
  "met-fewer-channels": "open",
  "met-other-setting": "missed",
  "met-as-total": "missed",
  "too-close": "open",
  "not-tested": "open",
  "not-testable": "open",
};

/** In which group an outcome is shown and counted. */
export const groupOf = (outcome: ClaimOutcome): VerdictGroup => GROUPS[outcome];

/** The outcomes of a group. */
export const outcomesIn = (group: VerdictGroup): ClaimOutcome[] =>
  (Object.keys(GROUPS) as ClaimOutcome[]).filter((outcome) => GROUPS[outcome] === group);

/** Whether a real bench has said anything of it: whatever is not merely waiting. */
export const isJudged = ({
  outcome,
  nearest,
}: Pick<ShownVerdict, "outcome" | "nearest">): boolean =>
  outcome === "not-testable" ? nearest?.outcome !== "not-tested" : outcome !== "not-tested";
