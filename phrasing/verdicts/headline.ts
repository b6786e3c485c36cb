import { formatShort } from "@/core/units";
import type { ClaimFinding, ClaimOutcome, ClaimToJudge, Decision, Verdict } from "@/core/verdict";
import { capital, channelsDrivenText, countText, listed } from "../numbers";
import { evidenceReasonText } from "./evidence";
import { improvementText, settlingText } from "./nextStep";
import { claimFindingText, limitValueText } from "./quantity";
import { comparedText, noteText, readingText, settingName } from "./reading";

/** An outcome as a label. */
export const OUTCOME_LABELS: Readonly<Record<ClaimOutcome, string>> = {
  met: "met",
  missed: "not met",
  "too-close": "inconclusive",
  "met-in-bursts": "not met continuously",
  "met-fewer-channels": "not met with all driven",
  "met-other-setting": "not met as supplied",
  "met-as-total": "not met per channel",
  "not-tested": "not tested",
  "not-testable": "not testable",
};

/** A verdict in words: the outcome, and in one or two sentences the number that decides and the reason. */
export type Headline = { outcome: string; text: string };

export type JudgedClaim = { claim: ClaimToJudge; channelCount: number | null };

/** The verdict as it is printed. */
export const verdictHeadline = (judged: JudgedClaim, verdict: Verdict): Headline => {
  const { stated } = judged.claim;
  if (stated.kind === "supply")
    return {
      outcome: "Not testable",
      text: "The line describes a supply, which is a condition of the other claims.",
    };
  if (verdict.nearest) return notTestable(judged, verdict, verdict.nearest);
  if (verdict.outcome === "not-tested" && verdict.finding === null) {
    const { rehearsed } = verdict;
    return {
      outcome: "Not tested",
      text: rehearsed ? simulatedText(judged, rehearsed) : todo(judged, verdict),
    };
  }
  return decided(judged, verdict);
};

/** The headline as one text: "Met. 56.0 ± 1.2 W ...". */
export const headlineText = ({ outcome, text }: Headline): string => `${outcome}. ${text}`;

/** What the simulated bench predicts; without a probability, since it is no evidence. */
export const simulatedText = (judged: JudgedClaim, rehearsed: Decision): string => {
  const { outcome, text } = decided(judged, rehearsed);
  return `Simulated result: ${outcome.charAt(0).toLowerCase()}${outcome.slice(1)}. ${text}`;
};

const notTestable = (
  judged: JudgedClaim,
  verdict: Verdict,
  nearest: NonNullable<Verdict["nearest"]>,
): Headline => {
  const gaps = `It does not state ${listed(nearest.missing, "or")}.`;
  const { finding } = verdict;
  if (finding === null) return { outcome: "Not testable as printed", text: gaps };
  return {
    outcome: "Not testable as printed",
    text: `${gaps} Read as “${nearest.reading}” it would be ${readingText(finding, judged.channelCount)}: ${comparedText(finding)}.`,
  };
};

const todo = ({ claim }: JudgedClaim, { wouldSettle }: Partial<Verdict>): string => {
  if (claim.stated.kind === "mass") return "Weigh the amplifier and enter its mass on the Brief.";
  if (claim.stated.kind === "size") return "Measure the amplifier and enter its size on the Brief.";
  return wouldSettle
    ? `${settlingText(wouldSettle.run)} would settle it.`
    : "No run tests this claim.";
};

const decided = (judged: JudgedClaim, decision: Decision & Partial<Verdict>): Headline => {
  const { outcome, finding, asPrinted } = decision;
  if (finding === null) return { outcome: "Not tested", text: todo(judged, decision) };
  const reading = readingText(finding, judged.channelCount);
  switch (outcome) {
    case "met":
    case "missed":
      return {
        outcome: outcome === "met" ? "Met" : "Not met",
        text: comparison(finding, judged),
      };
    case "too-close":
      return {
        outcome: "Inconclusive",
        text: `${reading} against ${limitValueText(finding.limit, finding.reading.quantity)} claimed: the difference is smaller than the uncertainty.${decision.lever ? ` ${improvementText(decision.lever)} would settle it.` : ""}`,
      };
    case "not-tested":
      return { outcome: "Not tested", text: undecidedText(finding, judged, decision) };
    default:
      return asPrinted
        ? partlyMet({ finding, asPrinted, judged, decision })
        : untestedAsPrinted(finding, judged, decision);
  }
};

/** "56.0 ± 1.2 W at 0.1 % THD into 8 Ω, both channels driven: 12 % above the 50 W claimed." with what else must be known. */
const comparison = (finding: ClaimFinding, { channelCount }: JudgedClaim, share = ""): string => {
  const { notes } = finding.reading;
  const never = notes.find((note) => note.code === "never-below-limit");
  if (never) return noteText(never) ?? "";
  const bump = notes.find((note) => note.code === "bump-below");
  return `${readingText(finding, channelCount, share)}: ${comparedText(finding)}.${bump ? ` ${noteText(bump)}` : ""}`;
};

type PartlyMet = {
  finding: ClaimFinding;
  asPrinted: ClaimFinding;
  judged: JudgedClaim;
  decision: Decision;
};

/** A claim that is missed, and holds under other conditions: first the reading under its own. */
const partlyMet = ({ finding, asPrinted, judged, decision: { only } }: PartlyMet): Headline => {
  const own = (share?: string) => comparison(asPrinted, judged, share);
  const value = claimFindingText(finding);
  switch (only?.code) {
    case "total":
      return {
        outcome: "Not met",
        text: `${own(" per channel")} The claim holds only for the ${countText(only.channelCount)} channels added together (${value}).`,
      };
    case "bursts":
      return {
        outcome: "Not met continuously",
        text: `${own()} It holds only in ${burstOf(finding)} bursts (${value}).`,
      };
    case "setting":
      return {
        outcome: "Not met as supplied",
        text: `${own()} With “${settingName(only.setting)}” it reaches ${value}.`,
      };
    case "fewer-channels":
      return {
        outcome: "Not met",
        text: `${own()} It holds with ${channelsDrivenText(only.channelsDriven, null)} (${value}); the claim is for ${allDriven(judged)}.`,
      };
    default:
      return { outcome: "Not met", text: own() };
  }
};

/** A claim that holds under other conditions, and was not tested under its own: no verdict, whatever the others say. */
const untestedAsPrinted = (
  finding: ClaimFinding,
  judged: JudgedClaim,
  { only, wouldSettle }: Decision & Partial<Verdict>,
): Headline => {
  const next = wouldSettle ? ` ${settlingText(wouldSettle.run)} would settle it.` : "";
  const other = comparison(finding, judged);
  return only?.code === "setting"
    ? {
        outcome: "Not tested as supplied",
        text: `With “${settingName(only.setting)}” it gives ${other}${next}`,
      }
    : { outcome: `Not tested with ${allDriven(judged)}`, text: `${other}${next}` };
};

const allDriven = ({ channelCount }: JudgedClaim): string =>
  `${channelCount === 2 ? "both" : "all"} channels driven`;

/** The reading under the conditions under which the claim does hold: "13.2 ± 0.3 W in 20 ms bursts"; null where there is none. */
export const otherReadingText = (
  { only, finding }: Decision,
  channelCount: number | null,
): string | null => {
  if (only === null || finding === null) return null;
  const value = claimFindingText(finding);
  switch (only.code) {
    case "total":
      return `${value} for the ${countText(only.channelCount)} channels added together`;
    case "bursts":
      return `${value} in ${burstOf(finding)} bursts`;
    case "setting":
      return `${value} with “${settingName(only.setting)}”`;
    case "fewer-channels":
      return `${value} with ${channelsDrivenText(only.channelsDriven, channelCount)}`;
  }
};

const burstOf = ({ reading: { place } }: ClaimFinding): string =>
  place.code === "burst" ? place.burst : "short";

/** A reading that could not decide, and why. */
const undecidedText = (
  finding: ClaimFinding,
  judged: JudgedClaim,
  { unrecorded, wouldSettle }: Decision & Partial<Verdict>,
): string => {
  const { reading, limit } = finding;
  const unknown = finding.matches.find(({ match }) => match === "unknown");
  if (unknown)
    return `${readingText(finding, judged.channelCount)}; ${evidenceReasonText({ code: "not-recorded", match: unknown })}.`;
  const next = wouldSettle ? ` ${settlingText(wouldSettle.run)} would settle it.` : "";
  if (reading.bound !== null && finding.status === "open")
    return `${capital(readingText(finding, judged.channelCount))}; the run ended before the ${limitValueText(limit, reading.quantity)} claimed.${next}`;
  if (finding.status === "met" && unrecorded > 0)
    return `${readingText(finding, judged.channelCount)}, but ${unrecorded === 1 ? "one channel was" : `${countText(unrecorded)} channels were`} not recorded.`;
  return `${readingText(finding, judged.channelCount)} does not decide it under these conditions.${next}`;
};

/** "8 Ω nominal, 8.21 Ω measured" where the two differ, else "8 Ω". */
export const loadText = (nominalOhms: number, measuredOhms: number): string =>
  Math.abs(measuredOhms / nominalOhms - 1) < 0.005
    ? `${formatShort(nominalOhms)} Ω`
    : `${formatShort(nominalOhms)} Ω nominal, ${formatShort(measuredOhms, 3)} Ω measured`;
