import type { StatedClaim } from "@/core/claim";
import type { RunKind } from "@/core/run";
import {
  combined,
  type BudgetLine,
  type ClaimFinding,
  type ClaimOutcome,
  type EvidenceNote,
  type EvidenceSource,
  type ReadingQuantity,
  type Settling,
  type Verdict,
} from "@/core/verdict";
import type { JudgedText } from "@/records/facts";
import { verdictDetails, type Detail } from "./details";
import {
  budgetSourceText,
  contradictionText,
  evidenceReasonText,
  matchText,
  SOURCE_LABELS,
} from "./evidence";
import {
  headlineText,
  otherReadingText,
  simulatedText,
  verdictHeadline,
  type Headline,
} from "./headline";
import { improvementText, settlingText } from "./nextStep";
import { limitValueText, marginText } from "./quantity";
import { shownReading } from "./reading";

/** A verdict as a screen or a page shows it: in words, without the runs themselves. */
export type ShownVerdict = {
  key: string;
  outcome: ClaimOutcome;
  headline: Headline;
  /** The headline as one text. */
  sentence: string;
  words: string;
  claimKind: StatedClaim["kind"];
  printedText: string;
  source: string;
  missing: readonly string[];
  nearest: Verdict["nearest"];
  /** The reading that the outcome rests on. */
  reading: ShownReading | null;
  /** Where the claim holds only under other conditions: the reading under those, such as "13.2 W in 20 ms bursts". */
  otherReading: string | null;
  details: readonly Detail[];
  conflicts: readonly { runIds: readonly [string, string]; text: string }[];
  /** The outcome on the simulated bench, in words; null without a run on it. */
  simulated: string | null;
  lever: string | null;
  wouldSettle: (Settling & { text: string }) | null;
  /** Runs that test it, weightiest first, and how many there are in all. */
  evidence: readonly ShownEvidence[];
  evidenceCount: number;
};

export type ShownEvidence = Pick<EvidenceNote, "runId" | "kind" | "takenAt" | "use"> & {
  text: string;
};

export type ShownReading = {
  text: string;
  limit: string;
  margin: string;
  channelIndex: number;
  /** Of watts, for a picture: what was claimed, and what was measured. */
  strip: { claimedWatts: number; value: number; plusMinus: number } | null;
  /** The run that it comes from; null where it was entered on the Brief. */
  run: { id: string; kind: RunKind; source: EvidenceSource; takenAt: string } | null;
  /** Shares of the variance, largest first; lines that add nothing are left out. */
  budget: readonly (Omit<BudgetLine, "source"> & { source: string; share: number })[];
  expandedUncertainty: number;
  quantity: ReadingQuantity;
};

/** More runs of evidence than anybody reads would only make the page slow to send. */
const MOST_EVIDENCE = 8;
const BY_USE: readonly EvidenceNote["use"][] = [
  "decides",
  "contradicts",
  "agrees",
  "open",
  "rehearsal",
  "none",
];

const shownEvidence = (evidence: readonly EvidenceNote[]): ShownEvidence[] =>
  evidence
    .toSorted((a, b) => BY_USE.indexOf(a.use) - BY_USE.indexOf(b.use))
    .slice(0, MOST_EVIDENCE)
    .map(({ runId, kind, takenAt, use, source, matches, why }) => ({
      runId,
      kind,
      takenAt,
      use,
      text: [
        SOURCE_LABELS[source],
        ...(why
          ? [evidenceReasonText(why)]
          : matches.filter(({ condition }) => condition !== "source").map(matchText)),
      ].join("; "),
    }));

const LEAST_SHARE = 1e-4;

/** The lines of a budget with their shares of the variance, largest first. */
export const budgetShares = (
  budget: readonly BudgetLine[],
): (Omit<BudgetLine, "source"> & { source: string; share: number })[] => {
  const { stdUncertainty } = combined(budget);
  return budget
    .map((line) => ({
      ...line,
      source: budgetSourceText(line),
      share: stdUncertainty > 0 ? (line.contribution / stdUncertainty) ** 2 : 0,
    }))
    .toSorted((a, b) => b.share - a.share);
};

const shownReadingOf = (finding: ClaimFinding): ShownReading => {
  const { reading, limit, evidence, channelIndex, expandedUncertainty } = finding;
  const isOfRun = evidence.channels.length > 0;
  return {
    text: shownReading(finding),
    limit: limitValueText(limit, reading.quantity),
    margin: marginText(finding),
    channelIndex,
    strip:
      reading.quantity === "watts" && limit.direction === "at-least"
        ? { claimedWatts: limit.value, value: reading.value, plusMinus: expandedUncertainty }
        : null,
    run: isOfRun
      ? { id: evidence.id, kind: evidence.kind, source: evidence.source, takenAt: evidence.takenAt }
      : null,
    budget: budgetShares(reading.budget).filter(({ share }) => share > LEAST_SHARE),
    expandedUncertainty,
    quantity: reading.quantity,
  };
};

/** A verdict in words. */
export const shownVerdict = (
  { key, words, source, claim }: JudgedText,
  verdict: Verdict,
  channelCount: number | null,
): ShownVerdict => {
  const judged = { claim, channelCount };
  const headline = verdictHeadline(judged, verdict);
  const { finding, asPrinted, only, rehearsed, lever, wouldSettle, nearest } = verdict;
  const isOnlyOther = only !== null && asPrinted === null;
  const deciding = asPrinted ?? (isOnlyOther ? null : finding);
  // What holds under other conditions only tests nothing under its own.
  const shownOutcome = (outcome: ClaimOutcome) => (isOnlyOther ? "not-tested" : outcome);
  return {
    key,
    words,
    source,
    claimKind: claim.stated.kind,
    printedText: claim.printedText,
    missing: nearest?.missing ?? [],
    outcome: nearest ? verdict.outcome : shownOutcome(verdict.outcome),
    headline,
    sentence: headlineText(headline),
    nearest: nearest && { ...nearest, outcome: shownOutcome(nearest.outcome) },
    reading: deciding && shownReadingOf(deciding),
    otherReading: otherReadingText(verdict, channelCount),
    details: verdictDetails(judged, verdict),
    conflicts: verdict.conflicts.map((conflict) => ({
      runIds: conflict.runIds,
      text: contradictionText(conflict),
    })),
    simulated: rehearsed && simulatedText(judged, rehearsed),
    lever: lever && `${improvementText(lever)} would settle it.`,
    wouldSettle: wouldSettle && { ...wouldSettle, text: settlingText(wouldSettle.run) },
    evidence: shownEvidence(verdict.evidence),
    evidenceCount: verdict.evidence.length,
  };
};
