import { CHANNELS_GAP, type StatedClaim } from "../claim";
import { AS_SUPPLIED, plainSetting } from "./conditions";
import { conflictsIn } from "./conflicts";
import {
  byAge,
  channelsOf,
  isConclusive,
  weightiest,
  runFindings,
  type JudgingScope,
  type RunFindings,
} from "./findings";
import { judgeReading } from "./judgeReading";
import { leverOf } from "./lever";
import { massReading, questionOf, sizeReading, type Question } from "./questions";
import { decisionOf } from "./decision";
import { softened } from "./softened";
import { remembered } from "./remembered";
import { asTotals, isOfTotal } from "./totals";
import type {
  AmplifierFacts,
  ClaimToJudge,
  Decision,
  Evidence,
  EvidenceNote,
  EvidenceReason,
  ClaimFinding,
  ClaimOutcome,
  Settling,
  Verdict,
} from "./types";

/** Raise it when verdicts change, so that those that were kept are rebuilt. */
export const JUDGE_VERSION = 14;

/**
 * Judges one claim by all the evidence there is. Runs of a real bench decide; those of the simulated bench are practice. Conditions are
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
  if (question === null) return { ...UNTESTED, outcome: "not-testable" };
  const namesSupply = facts.knowsSupplies || Boolean(claim.madeFor?.supply);
  const { real, simulated } = (namesSupply ? sorted : sortedByOneSupply)(evidence);
  const decided = decide(question, claim, real, facts);
  const rehearsed = simulated.length > 0 ? decide(question, claim, simulated, facts) : null;
  const isDecided = rehearsed !== null && rehearsed.decision.outcome !== "not-tested";
  const settling = {
    ...question.settledBy(claim.stated),
    loadOhms: "loadOhms" in claim.stated ? claim.stated.loadOhms : null,
    channelsDriven: question.channelsAsked(claim.stated, facts),
  };
  return verdictOf(claim, settling, {
    ...decided,
    rehearsal: isDecided ? rehearsed.decision : null,
    notes: [...decided.notes, ...rehearsalNotes(rehearsed?.runs ?? [])],
  });
};

type Decided = { decision: Decision; runs: readonly RunFindings[]; notes: EvidenceNote[] };

const decide = (
  question: Question<StatedClaim["kind"]>,
  { stated, printedText, madeFor = AS_SUPPLIED }: ClaimToJudge,
  evidence: readonly Evidence[],
  facts: AmplifierFacts,
): Decided => {
  const connection = stated.kind === "bridged-power" ? "bridged" : madeFor.connection;
  const scope: JudgingScope = { stated, printedText, facts, madeFor: { ...madeFor, connection } };
  if (isOfTotal(stated)) {
    const runs = asTotals(runFindings(question, scope, evidence), stated, facts);
    const decision = decisionOf(channelsOf(runs), 1);
    return { decision, runs, notes: notesOf(runs, decision.finding) };
  }
  const runs = runFindings(question, scope, evidence);
  const asPrinted = decisionOf(channelsOf(runs), question.channelsAsked(stated, facts));
  const decision = softened(asPrinted, { question, scope, evidence, runs });
  return { decision, runs, notes: notesOf(runs, decision.finding) };
};

/** An amplifier with one channel drives it or none. */
const ofOneChannel = (claim: ClaimToJudge): ClaimToJudge => {
  const missing = claim.missing.filter((gap) => gap !== CHANNELS_GAP);
  return { ...claim, missing, nearest: missing.length > 0 ? claim.nearest : null };
};

/** Runs of a real bench and of the simulated one, with their settings by name. */
const sorted = remembered((evidence: readonly Evidence[]) =>
  bySource(evidence.map(withPlainSettings)),
);
const sortedByOneSupply = remembered((evidence: readonly Evidence[]) =>
  bySource(withDefaultSupply(evidence.map(withPlainSettings))),
);

const bySource = (evidence: Evidence[]) => {
  const newestFirst = evidence.sort(byAge);
  return {
    real: newestFirst.filter(({ source }) => source !== "simulated"),
    simulated: newestFirst.filter(({ source }) => source === "simulated"),
  };
};

const withPlainSettings = (run: Evidence): Evidence => ({
  ...run,
  supply: plainSetting(run.supply),
  setting: plainSetting(run.setting),
});

/** Where every run names the same supply and nothing more is known, that is the default one. */
const withDefaultSupply = (evidence: readonly Evidence[]): Evidence[] => {
  const supplies = new Set(evidence.map(({ supply }) => supply));
  return supplies.size === 1 ? evidence.map((run) => ({ ...run, supply: "" })) : [...evidence];
};

const notesOf = (runs: readonly RunFindings[], deciding: ClaimFinding | null): EvidenceNote[] =>
  runs.map(({ evidence, matches, findings, why }) => ({
    runId: evidence.id,
    kind: evidence.kind,
    source: evidence.source,
    takenAt: evidence.takenAt,
    matches,
    why: why ?? whyOpen(findings),
    use: useOf(evidence, findings, deciding),
  }));

const rehearsalNotes = (runs: readonly RunFindings[]): EvidenceNote[] =>
  notesOf(runs, null).map((note) => ({
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

/** Why a run that tests the claim leaves it open. */
const whyOpen = (findings: readonly ClaimFinding[]): EvidenceReason | null => {
  const open = weightiest(findings, (finding) => !isConclusive(finding));
  if (!open) return null;
  const unknown = open.matches.find(({ match }) => match === "unknown");
  if (unknown) return { code: "not-recorded", match: unknown };
  const [cannot] = open.matches.filter(({ match }) => match === "weaker" || match === "stronger");
  if (open.status !== "open" && cannot) return { code: "one-sided", match: cannot };
  if (!open.proves && !open.refutes) return { code: "doubtful" };
  return { code: open.reading.bound === null ? "within-uncertainty" : "ended-below-claim" };
};

const UNTESTED: Verdict = {
  ...decisionOf([], null),
  evidence: [],
  conflicts: [],
  rehearsed: null,
  nearest: null,
  lever: null,
  wouldSettle: null,
};

/** Mass and size are what the reviewer weighed and measured. */
const typedVerdict = (claim: ClaimToJudge, facts: AmplifierFacts): Verdict | null => {
  const { stated } = claim;
  if (stated.kind !== "mass" && stated.kind !== "size") return null;
  const reading =
    stated.kind === "mass"
      ? massReading(stated, facts.massKilograms)
      : sizeReading(stated, facts.sizeMetres);
  if (!reading?.limit) return UNTESTED;
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
  return {
    ...UNTESTED,
    outcome: judged.status === "open" ? "too-close" : judged.status,
    finding,
    probability: judged.probability,
  };
};

/** In place of the run, for a figure that was entered on the Brief. */
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

/** What holds under other conditions only, with nothing that counts under its own, is to be tested under its own. */
const isOpen = ({ outcome, only, asPrinted }: Decision): boolean =>
  OPEN.includes(outcome) || (only !== null && asPrinted === null);

const verdictOf = (
  claim: ClaimToJudge,
  settled: Settling,
  { decision, runs, notes, rehearsal }: Decided & { rehearsal: Decision | null },
): Verdict => {
  const isTestable = claim.missing.length === 0;
  return {
    ...decision,
    outcome: isTestable ? decision.outcome : "not-testable",
    evidence: notes,
    conflicts: conflictsIn(runs),
    rehearsed: rehearsal,
    nearest: isTestable
      ? null
      : { reading: claim.nearest ?? "", missing: claim.missing, outcome: decision.outcome },
    lever: decision.outcome === "too-close" && decision.finding ? leverOf(decision.finding) : null,
    wouldSettle: isOpen(decision) ? settled : null,
  };
};
