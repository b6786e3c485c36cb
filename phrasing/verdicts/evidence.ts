import { RUN_KINDS } from "@/core/run";
import { formatHertz, formatShort, formatSignificant } from "@/core/units";
import {
  channelLetter,
  type BudgetLine,
  type BudgetSource,
  type ConditionMatch,
  type Connection,
  type Contradiction,
  type EvidenceReason,
  type EvidenceSource,
  type RunDifference,
} from "@/core/verdict";
import { channelsDrivenText, listed } from "../numbers";
import { claimFindingText } from "./quantity";
import { bandText, settingName } from "./reading";

/** What took a run. */
export const SOURCE_LABELS: Readonly<Record<EvidenceSource, string>> = {
  recording: "recording",
  meter: "meter",
  loudspeaker: "loudspeaker",
  simulated: "simulated bench",
};

const ohmsText = (ohms: readonly number[]): string =>
  `${listed([...new Set(ohms.map((each) => formatSignificant(each, 3)))])} Ω`;
const frequencyText = (value: ConditionMatch["asked"] | ConditionMatch["was"]): string => {
  if (typeof value === "number") return formatHertz(value, 3);
  return value && typeof value === "object" && "lowHz" in value ? bandText(value) : "not recorded";
};
const USUAL = { supply: "supply in the box", setting: "default setting" } as const;
const settingText = (condition: keyof typeof USUAL, name: string | null): string => {
  if (name === null) return `${condition} not recorded`;
  return name === "" ? USUAL[condition] : settingName(name);
};

/** How outputs are joined. */
export const CONNECTION_NAMES: Readonly<Record<Connection, string>> = {
  normal: "each channel by itself",
  bridged: "bridged",
  parallel: "in parallel",
};

const channelsText = (places: readonly number[]): string =>
  `${listed(places.map(channelLetter))} driven`;

/** A condition in words, or that it was not recorded. */
const orUnrecorded = <T>(was: T | null, name: string, words: (was: T) => string): string =>
  was === null ? `${name} not recorded` : words(was);

const LOAD_NAMES = {
  "dummy-load": "dummy load",
  "reactive-load": "reactive load",
  loudspeaker: "loudspeaker",
} as const;

/** The two sides of a condition in words: what the claim asks for, and what the run had. */
export const conditionTexts = (match: ConditionMatch): { asked: string; was: string } => {
  switch (match.condition) {
    case "load":
      return { asked: ohmsText([match.asked]), was: ohmsText(match.was) };
    case "channels":
      return {
        asked: channelsDrivenText(match.asked, null) || "one channel driven",
        was: channelsDrivenText(match.was, null),
      };
    case "frequency":
      return { asked: frequencyText(match.asked), was: frequencyText(match.was) };
    case "level":
      return {
        asked: `${formatSignificant(match.asked, 3)} W`,
        was: orUnrecorded(match.was, "level", (was) => `${formatSignificant(was, 3)} W`),
      };
    case "setting":
    case "supply":
      return {
        asked: settingText(match.condition, match.asked),
        was: settingText(match.condition, match.was),
      };
    case "input":
      return {
        asked: `the ${match.asked} input`,
        was: orUnrecorded(match.was, "input", (was) => `the ${was} input`),
      };
    case "mains":
      return {
        asked: `${formatShort(match.asked)} V mains`,
        was: orUnrecorded(match.was, "mains", (was) => `${formatShort(was)} V mains`),
      };
    case "which-channels":
      return {
        asked: channelsText(match.asked),
        was: orUnrecorded(match.was, "channels", channelsText),
      };
    case "connection":
      return { asked: CONNECTION_NAMES[match.asked], was: CONNECTION_NAMES[match.was] };
    case "source":
      return { asked: "dummy load", was: LOAD_NAMES[match.was] };
  }
};

const DIFFERENCES: Record<ConditionMatch["condition"], string> = {
  load: "another load",
  channels: "another number of channels driven",
  frequency: "another frequency",
  level: "another level",
  setting: "another setting",
  supply: "another supply",
  input: "another input",
  mains: "other mains",
  "which-channels": "other channels driven",
  connection: "another connection",
  source: "a load that is not resistive, which is only indicative",
};

/** Conditions that a run may leave open. */
const UNRECORDED: Readonly<Partial<Record<ConditionMatch["condition"], string>>> = {
  supply: "the supply",
  setting: "the position of the switches",
  input: "the input",
  mains: "the mains voltage",
  "which-channels": "which channels were driven",
};

/** Why a run is not evidence of a claim, or leaves it open. */
export const evidenceReasonText = (reason: EvidenceReason): string => {
  switch (reason.code) {
    case "other-condition": {
      const { asked, was } = conditionTexts(reason.match);
      return `${DIFFERENCES[reason.match.condition]}: ${was} instead of ${asked}`;
    }
    case "one-sided": {
      const { asked, was } = conditionTexts(reason.match);
      return `${was} instead of ${asked}: it can ${reason.match.match === "weaker" ? "disprove the claim but not prove it" : "prove the claim but not disprove it"}`;
    }
    case "not-recorded":
      return `${UNRECORDED[reason.match.condition] ?? "a condition"} was not recorded; enter it beside the reading`;
    case "no-total":
      return "not every channel was recorded, so there is no total";
    case "doubtful":
      return "doubtful; see the caution beside its reading";
    case "within-uncertainty":
      return "within the uncertainty of the claim";
    case "ended-below-claim":
      return "the run ended before the claim was reached";
  }
};

/** A condition as a run had it, with how it compares: "8.21 Ω (near)". */
export const matchText = (match: ConditionMatch): string => {
  const { was } = conditionTexts(match);
  return match.match === "same" || match.match === "unknown" ? was : `${was} (${match.match})`;
};

const differenceText = (difference: RunDifference): string => {
  const [one, other] = ((): readonly [string, string] => {
    switch (difference.condition) {
      case "kind":
        return [RUN_KINDS[difference.values[0]].title, RUN_KINDS[difference.values[1]].title];
      case "source":
        return [SOURCE_LABELS[difference.values[0]], SOURCE_LABELS[difference.values[1]]];
      case "loads":
        return [ohmsText(difference.values[0]), ohmsText(difference.values[1])];
      case "channels":
        return [
          channelsDrivenText(difference.values[0], null),
          channelsDrivenText(difference.values[1], null),
        ];
      case "frequency":
        return [frequencyText(difference.values[0]), frequencyText(difference.values[1])];
      case "supply":
      case "setting": {
        const [first, second] = difference.values;
        return [
          settingText(difference.condition, first),
          settingText(difference.condition, second),
        ];
      }
    }
  })();
  return `${one} and ${other}`;
};

/** What two contradicting runs do not have in common. */
export const differencesText = (differs: readonly RunDifference[]): string =>
  differs.length > 0 ? differs.map(differenceText).join("; ") : "nothing that was recorded";

/** " at 20 Hz" of a reading that lies somewhere on a curve; empty for any other. */
const placeOf = ({ reading: { place } }: Contradiction["readings"][number]): string =>
  "frequencyHz" in place && place.frequencyHz !== null
    ? ` at ${formatHertz(place.frequencyHz, 3)}`
    : "";

/** "Two runs disagree: 80.2 ± 0.6 W and 75.1 ± 0.6 W, further apart than their uncertainties. They differ in: ..." */
export const contradictionText = ({ readings, differs }: Contradiction): string =>
  `Two runs disagree: ${claimFindingText(readings[0])} and ${claimFindingText(readings[1])}${placeOf(readings[0])}, further apart than their uncertainties. ${differs.length > 0 ? `They differ in: ${differencesText(differs)}` : "Their recorded conditions are the same"}.`;

const BUDGET_SOURCES: Record<BudgetSource, string> = {
  volts: "voltage",
  "load-ohms": "resistance of the load",
  "load-drift": "drift of the hot load",
  "level-gap": "gap between two levels",
  "level-noise": "noise at one level",
  "reading-noise": "noise of the reading",
  "rig-distortion": "distortion of the rig",
  "channel-matching": "channel matching of the recorder",
  "volts-in-and-out": "input and output voltage",
  "point-scatter": "scatter of the points",
  "recorder-flatness": "flatness of the recorder",
  "two-loads": "voltage and resistance with two loads",
  "intermodulation-products": "intermodulation products",
  "mains-meter": "mains meter",
  "scale-or-tape": "scale or tape measure",
  repeats: "spread of the repeats",
};

/** A source of uncertainty, and whether its size was assumed. */
export const budgetSourceText = ({
  source,
  isAssumed,
}: Pick<BudgetLine, "source" | "isAssumed">): string =>
  `${BUDGET_SOURCES[source]}${isAssumed ? " (not stated, assumed)" : ""}`;
