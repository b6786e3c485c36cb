import { drivenText } from "../claim";
import { RUN_KINDS } from "../run";
import { channelLetter } from "./channelLetter";
import type { Decision } from "./decision";
import {
  amountText,
  readingLimitText,
  marginText,
  readingText,
  sureText,
  trueText,
} from "./readingText";
import type { ClaimToJudge, ClaimFinding, ClaimOutcome } from "./types";

/** How a verdict begins; on the simulated bench it only would be so. */
const HEADS: Record<ClaimOutcome, readonly [real: string, rehearsed: string]> = {
  met: ["It keeps its promise", "It would keep its promise"],
  missed: ["It misses its promise", "It would miss its promise"],
  "too-close": ["Too close to call", "It would be too close to call"],
  "met-in-bursts": ["Met only in bursts", "It would be met only in bursts"],
  "met-fewer-channels": [
    "Met only with fewer channels",
    "It would be met only with fewer channels",
  ],
  "met-other-setting": [
    "Met only with another setting",
    "It would be met only with another setting",
  ],
  "met-as-total": ["Met only as a total", "It would be met only as a total"],
  "not-tested": ["Not tested yet", "It would not be tested"],
  "not-testable": ["Not testable as printed", "Not testable as printed"],
};

/** One plain sentence with the numbers. @param settledBy the run that would settle it, in words */
export const sentenceOf = (
  claim: ClaimToJudge,
  decision: Decision,
  settledBy = "",
  isRehearsed = false,
): string => {
  const said = `${headOf(decision, isRehearsed)}: ${bodyOf(decision, settledBy)}`;
  const filled = claim.filledIn ?? [];
  const asFilled =
    filled.length > 0 ? ` Filled in by the reviewer, not printed: ${listed(filled)}.` : "";
  if (claim.missing.length === 0) return `${said}.${asFilled}`;
  const lowered = said.charAt(0).toLowerCase() + said.slice(1);
  return `Not testable as printed, it leaves out ${listed(claim.missing)}; read as “${claim.nearest ?? "the nearest reading"}”, ${lowered}.`;
};

const listed = (words: readonly string[]): string =>
  words.length < 2
    ? words.join("")
    : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;

const headOf = ({ outcome, only }: Decision, isRehearsed: boolean): string => {
  const head = HEADS[outcome][isRehearsed ? 1 : 0];
  if (only === null) return head;
  if (outcome === "met-fewer-channels") return head.replace("fewer channels", only);
  if (outcome === "met-other-setting") return head.replace("another setting", `“${only}”`);
  return outcome === "met-as-total" ? head.replace("a total", only) : head;
};

const bodyOf = (
  { outcome, finding, probability, unrecorded, spokenOf }: Decision,
  settledBy: string,
): string => {
  const todo = settledBy === "" ? "" : `; ${settledBy} would settle it`;
  if (finding === null) return settledBy === "" ? "no run speaks to it" : `it takes ${settledBy}`;
  const found = foundText(finding, spokenOf);
  if (outcome === "not-tested") {
    const isShort = finding.reading.bound !== null && finding.status === "open";
    if (isShort)
      return `it ended at ${found.replace(/^at (?:least|most) /, "")}, still short of the claim${todo}`;
    if (finding.status === "met" && unrecorded > 0)
      return `${found}, but ${unrecorded === 1 ? "a channel was" : `${unrecorded} channels were`} not recorded`;
    return `${found} is no proof of it${todo}`;
  }
  const isOpen = outcome === "too-close";
  const told = probability === null ? "" : (isOpen ? trueText : sureText)(probability);
  const sure = told === "" ? "" : `; ${told}`;
  return `${found}, ${comparedText(finding, outcome)}${sure}`;
};

/** The reading with where it was made: "57.0 W ± 0.6 W at 1 % THD+N into 8.20 Ω measured, on channel B, two channels driven". */
const foundText = (finding: ClaimFinding, spokenOf: number): string => {
  const { reading, evidence, channelIndex } = finding;
  const isTold = evidence.channels.length > 0;
  const isOfChannel = isTold && !RUN_KINDS[evidence.kind].isOfWholeAmplifier;
  const only = spokenOf === 1 ? ", the only one that was measured" : "";
  const channel =
    isOfChannel && !reading.isTotal ? `, on channel ${channelLetter(channelIndex)}${only}` : "";
  const driven =
    reading.quantity === "watts" && isOfChannel ? `, ${drivenText(evidence.channelsDriven)}` : "";
  const notes = reading.notes.length > 0 ? ` (${reading.notes.join("; ")})` : "";
  return `${readingText(finding)} ${reading.where}${channel}${driven}${notes}`;
};

const comparedText = (finding: ClaimFinding, outcome: ClaimOutcome): string => {
  const { limit, reading, margin } = finding;
  const claimed = `the ${readingLimitText(limit, reading.quantity)} claimed`;
  if (limit.direction === "about")
    return `${margin >= 0 ? "alike" : "unlike"} ${claimed}, give or take ${amountText(limit.tolerance, reading.quantity)}`;
  const isAbove = limit.direction === "at-least" ? margin >= 0 : margin < 0;
  const compared = `${marginText(finding)} ${isAbove ? "more" : "less"} than ${claimed}`;
  return outcome === "too-close" ? `${compared}, which is within the uncertainty` : compared;
};
