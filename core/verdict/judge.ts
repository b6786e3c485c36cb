import { CHANNELS_GAP, type StatedClaim } from "../claim";
import { plainSetting } from "./conditions";
import { conflictsIn } from "./conflicts";
import {
  byAge,
  channelsOf,
  isConclusive,
  weightiest,
  wordsOf,
  type Sight,
  type Word,
} from "./findings";
import { judgeReading } from "./judgeReading";
import { leverOf } from "./lever";
import { massReading, questionOf, sizeReading, type Question } from "./questions";
import { decisionOf, type Decision } from "./decision";
import { softened } from "./softened";
import { remembered } from "./remembered";
import { sentenceOf } from "./sentence";
import { asTotals, isOfTotal } from "./totals";
import type {
  AmplifierFacts,
  ClaimToJudge,
  Evidence,
  EvidenceNote,
  ClaimFinding,
  ClaimOutcome,
  Settling,
  Verdict,
} from "./types";

/** Raise it when verdicts change, so that those that were kept are made anew. */
export const JUDGE_VERSION = 6;

/**
 * Judges one claim by all the evidence there is. Runs of a real bench decide; the simulated bench only rehearses. Conditions are
 * matched one by one; stronger evidence comes before weaker, what matches before what is near, then the newest that is conclusive. A
 * claim that leaves something out is judged by the nearest reading, and stays not testable as printed.
 * @param evidence every kept run that is not struck out, in any order
 * @see JCGM 106:2012, 8.3 (guarded acceptance and rejection)
 */
export const judge = (
  printed: ClaimToJudge,
  evidence: readonly Evidence[],
  facts: AmplifierFacts,
): Verdict => {
  const claim = facts.channelCount === 1 ? ofOneChannel(printed) : printed;
  const typed = typedVerdict(claim, facts);
  if (typed) return typed;
  const question = questionOf(claim.stated.kind);
  if (question === null)
    return {
      ...untested(claim),
      outcome: "not-testable",
      sentence: "Not testable: it names a supply, a condition of the other claims.",
    };
  const { real, simulated } = sorted(evidence);
  const decided = decide(question, claim, real, facts);
  const rehearsed = simulated.length > 0 ? decide(question, claim, simulated, facts) : null;
  const isTold = rehearsed !== null && rehearsed.decision.outcome !== "not-tested";
  const settling = {
    ...question.settledBy(claim.stated),
    loadOhms: "loadOhms" in claim.stated ? claim.stated.loadOhms : null,
    channelsDriven: question.channelsAsked(claim.stated, facts),
  };
  return verdictOf(claim, settling, {
    ...decided,
    rehearsal: isTold ? rehearsed.decision : null,
    notes: [...decided.notes, ...rehearsalNotes(rehearsed?.words ?? [])],
  });
};

type Decided = { decision: Decision; words: readonly Word[]; notes: EvidenceNote[] };

const decide = (
  question: Question<StatedClaim["kind"]>,
  { stated, printedText }: ClaimToJudge,
  evidence: readonly Evidence[],
  facts: AmplifierFacts,
): Decided => {
  const sight: Sight = { stated, printedText, facts, isAnySetting: false };
  if (isOfTotal(stated)) {
    const words = asTotals(wordsOf(question, sight, evidence), stated, facts);
    const decision = decisionOf(channelsOf(words), 1);
    return { decision, words, notes: notesOf(words, decision.finding) };
  }
  const words = wordsOf(question, sight, evidence);
  const asPrinted = decisionOf(channelsOf(words), question.channelsAsked(stated, facts));
  const decision = softened(asPrinted, { question, sight, evidence, words });
  return { decision, words, notes: notesOf(words, decision.finding) };
};

/** An amplifier with one channel drives it or none. */
const ofOneChannel = (claim: ClaimToJudge): ClaimToJudge => {
  const missing = claim.missing.filter((gap) => gap !== CHANNELS_GAP);
  return { ...claim, missing, nearest: missing.length > 0 ? claim.nearest : null };
};

/** Runs of a real bench and of the simulated one, with their settings in plain words. */
const sorted = remembered((evidence: readonly Evidence[]) => {
  const plain = asItComes(evidence.map(plainlySet)).sort(byAge);
  return {
    real: plain.filter(({ source }) => source !== "simulated"),
    simulated: plain.filter(({ source }) => source === "simulated"),
  };
});

const plainlySet = (run: Evidence): Evidence => ({
  ...run,
  supply: plainSetting(run.supply),
  setting: plainSetting(run.setting),
});

/** Where every run names the same supply, that is the one that it comes with. */
const asItComes = (evidence: readonly Evidence[]): Evidence[] => {
  const supplies = new Set(evidence.map(({ supply }) => supply));
  return supplies.size === 1 ? evidence.map((run) => ({ ...run, supply: "" })) : [...evidence];
};

const notesOf = (words: readonly Word[], deciding: ClaimFinding | null): EvidenceNote[] =>
  words.map(({ evidence, matches, findings, why }) => ({
    runId: evidence.id,
    kind: evidence.kind,
    source: evidence.source,
    takenAt: evidence.takenAt,
    matches,
    why: why ?? whyOpen(findings),
    use: useOf(evidence, findings, deciding),
  }));

const rehearsalNotes = (words: readonly Word[]): EvidenceNote[] =>
  notesOf(words, null).map((note) => ({
    ...note,
    use: note.use === "none" ? ("none" as const) : ("rehearsal" as const),
  }));

const useOf = (
  evidence: Evidence,
  findings: readonly ClaimFinding[],
  deciding: ClaimFinding | null,
): EvidenceNote["use"] => {
  if (findings.length === 0) return "none";
  if (deciding?.evidence.id === evidence.id) return "decides";
  if (deciding === null || !findings.some(isConclusive)) return "open";
  const isAgainst = (finding: ClaimFinding) =>
    isConclusive(finding) && finding.status !== deciding.status;
  return findings.some(isAgainst) ? "contradicts" : "agrees";
};

/** Why a run that speaks to the claim leaves it open. */
const whyOpen = (findings: readonly ClaimFinding[]): string | null => {
  const open = weightiest(findings, (finding) => !isConclusive(finding));
  if (!open) return null;
  const [cannot] = open.matches.filter(({ match }) => match === "weaker" || match === "stronger");
  if (open.status !== "open" && cannot)
    return `${cannot.was} instead of ${cannot.asked}: it can ${cannot.match === "weaker" ? "refute the claim and not prove it" : "prove the claim and not refute it"}`;
  if (!open.proves && !open.refutes) return "doubtful, as is said beside its reading";
  return open.reading.bound === null
    ? "too close to the claim to decide"
    : "it ended before the claim";
};

const untested = (claim: ClaimToJudge): Verdict => ({
  outcome: "not-tested",
  probability: null,
  finding: null,
  evidence: [],
  conflicts: [],
  rehearsed: null,
  nearest: null,
  lever: null,
  wouldSettle: null,
  sentence: `Not tested yet: ${claim.printedText}`,
});

/** Mass and size are what the reviewer weighed and measured. */
const typedVerdict = (claim: ClaimToJudge, facts: AmplifierFacts): Verdict | null => {
  const { stated } = claim;
  if (stated.kind !== "mass" && stated.kind !== "size") return null;
  const reading =
    stated.kind === "mass"
      ? massReading(stated, facts.massKilograms)
      : sizeReading(stated, facts.sizeMetres);
  if (!reading?.limit)
    return {
      ...untested(claim),
      sentence: `Not tested yet: ${stated.kind === "mass" ? "weigh it" : "measure it"}, and type it in on the Brief.`,
    };
  const judged = judgeReading(reading, reading.limit);
  const finding: ClaimFinding = {
    ...judged,
    reading,
    limit: reading.limit,
    matches: [],
    proves: true,
    refutes: true,
    channelIndex: 0,
    evidence: TYPED,
  };
  const outcome: ClaimOutcome = judged.status === "open" ? "too-close" : judged.status;
  const decision: Decision = {
    outcome,
    finding,
    probability: judged.probability,
    unrecorded: 0,
    spokenOf: 0,
    missedChannels: [],
    only: null,
  };
  return {
    ...untested(claim),
    outcome,
    finding,
    probability: judged.probability,
    sentence: sentenceOf(claim, decision),
  };
};

/** What stands for the run of a figure that was typed in on the Brief. */
const TYPED: Evidence = {
  id: "brief",
  kind: "listening-level",
  source: "meter",
  takenAt: "",
  nominalOhms: 8,
  channelsDriven: 1,
  frequencyHz: null,
  band: { lowHz: 20, highHz: 20_000 },
  levelWatts: null,
  supply: "",
  setting: "",
  channels: [],
};

const OPEN: readonly ClaimOutcome[] = ["not-tested", "too-close"];

const verdictOf = (
  claim: ClaimToJudge,
  settled: Settling,
  { decision, words, notes, rehearsal }: Decided & { rehearsal: Decision | null },
): Verdict => {
  const isTestable = claim.missing.length === 0;
  const said = sentenceOf(claim, decision, settled.text);
  const isRehearsedOnly =
    decision.outcome === "not-tested" && decision.finding === null && rehearsal !== null;
  const rehearsed = rehearsal && {
    outcome: rehearsal.outcome,
    sentence: sentenceOf(claim, rehearsal, settled.text, true),
  };
  const sentence = isRehearsedOnly
    ? `Not tested yet, only rehearsed on the simulated bench. ${rehearsed?.sentence}`
    : said;
  return {
    outcome: isTestable ? decision.outcome : "not-testable",
    probability: decision.probability,
    finding: decision.finding,
    evidence: notes,
    conflicts: conflictsIn(words),
    rehearsed,
    nearest: isTestable
      ? null
      : { reading: claim.nearest ?? "the nearest reading", outcome: decision.outcome },
    lever: decision.outcome === "too-close" && decision.finding ? leverOf(decision.finding) : null,
    wouldSettle: OPEN.includes(decision.outcome) ? settled : null,
    sentence,
  };
};
