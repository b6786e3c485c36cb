import type { StatedClaim } from "../claim";
import { matchMadeFor, matchSource } from "./conditions";
import { combined, holdAgainst } from "./judgeReading";
import type { Question } from "./questions";
import { remembered } from "./remembered";
import { withRepeats } from "./repeats";
import { STRENGTH } from "./strength";
import type {
  AmplifierFacts,
  ConditionMatch,
  Evidence,
  EvidenceChannel,
  EvidenceReason,
  ClaimFinding,
  LimitStatus,
  MadeFor,
  ClaimReading,
} from "./types";

/** What is judged, and by which runs: those with this supply, setting and connection. */
export type JudgingScope = {
  stated: StatedClaim;
  printedText: string;
  facts: AmplifierFacts;
  madeFor: MadeFor;
};

/** What one run shows about a claim, channel by channel, or why it shows nothing. */
export type RunFindings = {
  evidence: Evidence;
  matches: readonly ConditionMatch[];
  findings: readonly ClaimFinding[];
  /** Why it is no evidence; null where it is. */
  why: EvidenceReason | null;
};

/** The condition that makes a run evidence of something else. */
const differing = (matches: readonly ConditionMatch[]): ConditionMatch | undefined =>
  matches.find(({ match }) => match === "different");

/** What is read of one run, whatever the claim promises. */
type Reads = {
  evidence: Evidence;
  matches: readonly ConditionMatch[];
  other: ConditionMatch | undefined;
  /** Under weaker conditions it proves nothing, under stricter ones it refutes nothing. */
  canProve: boolean;
  canRefute: boolean;
  readings: readonly {
    channelIndex: number;
    reading: ClaimReading;
    uncertainty: ReturnType<typeof combined>;
  }[];
};

/** Readings that were made before: claims that differ in what they promise alone share them. */
const readsBefore = remembered((_: AmplifierFacts) =>
  remembered((__: readonly Evidence[]) => new Map<string, Reads[]>()),
);

const readsOf = (
  question: Question<StatedClaim["kind"]>,
  scope: Omit<JudgingScope, "printedText">,
  evidence: readonly Evidence[],
): Reads[] => {
  const known = readsBefore(scope.facts)(evidence);
  const conditions = Object.entries(scope.stated).filter(
    ([name]) => !question.promise.includes(name),
  );
  const key = JSON.stringify([conditions, scope.madeFor]);
  const found =
    known.get(key) ??
    evidence.flatMap((run) =>
      question.kinds.includes(run.kind) ? readRun(question, scope, run, evidence) : [],
    );
  known.set(key, found);
  return found;
};

/** No amplifier comes near this: a record that was tampered with, or a division by almost zero. */
const MOST = 1e12;

const isPossible = (value: number): boolean => Math.abs(value) < MOST;

const isSensible = ({ value, between, budget }: ClaimReading): boolean =>
  isPossible(value) &&
  between.every(isPossible) &&
  budget.every(({ contribution }) => isPossible(contribution));

const readRun = (
  question: Question<StatedClaim["kind"]>,
  { stated, facts, madeFor }: Omit<JudgingScope, "printedText">,
  run: Evidence,
  evidence: readonly Evidence[],
): Reads[] => {
  const matches = [
    ...question.matches(stated, run, facts),
    ...matchMadeFor(madeFor, run),
    matchSource(run),
  ];
  const other = differing(matches);
  const about = {
    evidence: run,
    matches,
    other,
    canProve: !matches.some(({ match }) => match === "weaker" || match === "unknown"),
    canRefute: !matches.some(({ match }) => match === "stronger" || match === "unknown"),
  };
  const readingsOf = (channel: EvidenceChannel, others: readonly Evidence[]) =>
    question.read(stated, { evidence: run, channel, facts, others }).filter(isSensible);
  // Of a run that is not evidence of this claim it matters only whether it is of a kind that tests it.
  if (other)
    return run.channels.some((channel) => readingsOf(channel, []).length > 0)
      ? [{ ...about, readings: [] }]
      : [];
  const readings = run.channels.flatMap((channel) =>
    readingsOf(channel, evidence).map((reading) => ({
      channelIndex: channel.channelIndex,
      reading,
      uncertainty: combined(reading.budget),
    })),
  );
  return readings.length === 0 ? [] : [{ ...about, readings }];
};

/**
 * What each run shows about a claim under its conditions. A run that does not test this kind of claim is left out.
 * @param evidence runs that may test it, in any order
 */
export const runFindings = (
  question: Question<StatedClaim["kind"]>,
  scope: Omit<JudgingScope, "printedText">,
  evidence: readonly Evidence[],
): RunFindings[] => {
  const limit = question.limit(scope.stated, scope.facts);
  return readsOf(question, scope, evidence).map((reads) => {
    const { evidence: run, matches, other, readings, canProve, canRefute } = reads;
    if (other)
      return {
        evidence: run,
        matches,
        findings: [],
        why: { code: "other-condition" as const, match: other },
      };
    const findings: ClaimFinding[] = [];
    for (const { channelIndex, reading, uncertainty } of readings) {
      const own = reading.limit ?? limit;
      if (own === null) continue;
      const { status, expandedUncertainty, margin } = holdAgainst(reading, own, uncertainty);
      findings.push({
        evidence: run,
        channelIndex,
        reading,
        limit: own,
        matches,
        status,
        expandedUncertainty,
        margin,
        proves: canProve && reading.proves !== false,
        refutes: canRefute && reading.refutes !== false,
      });
    }
    return { evidence: run, matches, findings, why: null };
  });
};

/** Whether it decides: met and able to prove, or missed and able to refute. */
export const isConclusive = ({ status, proves, refutes }: ClaimFinding): boolean =>
  (status === "met" && proves) || (status === "missed" && refutes);

/** Read under the claim's own conditions: it might have met it or missed it. */
const isTwoSided = ({ proves, refutes }: ClaimFinding): boolean => proves && refutes;

const isNear = ({ matches }: ClaimFinding): boolean =>
  matches.some(({ match }) => match === "near");

/** Stronger evidence first, then conditions that match before near ones, then the newest; of one moment by id, so that order is settled. */
export const byWeight = (a: ClaimFinding, b: ClaimFinding): number =>
  STRENGTH[b.evidence.source] - STRENGTH[a.evidence.source] ||
  Number(isNear(a)) - Number(isNear(b)) ||
  byAge(a.evidence, b.evidence) ||
  a.margin - b.margin;

/** The weightiest of those that are wanted; null where there is none. */
export const weightiest = (
  findings: readonly ClaimFinding[],
  isWanted: (finding: ClaimFinding) => boolean = () => true,
): ClaimFinding | null => {
  let best: ClaimFinding | null = null;
  for (const finding of findings)
    if (isWanted(finding) && (best === null || byWeight(finding, best) < 0)) best = finding;
  return best;
};

/** The newest first. */
export const byAge = (a: Evidence, b: Evidence): number =>
  compare(b.takenAt, a.takenAt) || compare(a.id, b.id);

const compare = (a: string, b: string): number => {
  if (a === b) return 0;
  return a < b ? -1 : 1;
};

/** What all runs together show for one channel: the weightiest that decides, else that might have decided, else the weightiest. */
export type ChannelFinding = { channelIndex: number; status: LimitStatus; finding: ClaimFinding };

/**
 * Each channel by the runs that recorded it. Of several limits in one run the worst counts.
 * @see JCGM 106:2012, 8.3, on each channel
 */
export const channelsOf = (runs: readonly RunFindings[]): ChannelFinding[] => {
  const byChannel = new Map<number, ClaimFinding[]>();
  for (const { findings } of runs)
    for (const [channelIndex, worst] of worstPerRun(findings)) {
      const known = byChannel.get(channelIndex);
      if (known) known.push(...worst);
      else byChannel.set(channelIndex, worst);
    }
  return [...byChannel.entries()]
    .toSorted(([a], [b]) => a - b)
    .flatMap(([channelIndex, findings]) => {
      const all = withRepeats(findings);
      const deciding = weightiest(all, isConclusive);
      const finding = deciding ?? weightiest(all, isTwoSided) ?? weightiest(all);
      return finding ? { channelIndex, status: deciding?.status ?? "open", finding } : [];
    });
};

const ORDER: readonly LimitStatus[] = ["missed", "open", "met"];

/** Of a run that is held against several limits, the worst on each channel; of bounds on both sides both stay. */
const worstPerRun = (findings: readonly ClaimFinding[]): [number, ClaimFinding[]][] => {
  // Most runs have one finding for each channel, in the order of the channels.
  if (
    findings.every(({ channelIndex }, k) => k === 0 || channelIndex > findings[k - 1].channelIndex)
  )
    return findings.map((finding) => [finding.channelIndex, [finding]]);
  const channels = [...new Set(findings.map(({ channelIndex }) => channelIndex))];
  return channels.map((channelIndex) => {
    const own = findings.filter((finding) => finding.channelIndex === channelIndex);
    if (own.some(({ reading }) => reading.bound !== null)) return [channelIndex, own];
    const worst = own.toSorted(
      (a, b) => ORDER.indexOf(a.status) - ORDER.indexOf(b.status) || a.margin - b.margin,
    );
    return [channelIndex, worst.slice(0, 1)];
  });
};
