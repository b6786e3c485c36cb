import type { Band } from "../distortion";
import { isNearLoad } from "../power";
import { RUN_KINDS } from "../run";
import { powerRatioToDb } from "../units";
import type { ConditionMatch, Connection, Evidence, MadeFor } from "./types";

/** A load that is off by no more than this is the load that is meant. */
const SAME_LOAD_RATIO = 0.01;
/** Two levels are the same within half a decibel, near within one. */
const SAME_LEVEL_DB = 0.5;
const NEAR_LEVEL_DB = 1;
/** A tone within 6 % (a semitone) of what is meant is that tone; within an octave it is near. */
const SAME_TONE_RATIO = 1.06;
const NEAR_TONE_RATIO = 2;

/** A frequency that a claim is silent of is 1 kHz. @see IEC 60268-3 (standard reference frequency) */
export const USUAL_HZ = 1000;
/** The load of a claim that states none. */
export const USUAL_OHMS = 8;

/** The load of a run, the worst of its channels. Ohms above zero. */
export const matchLoad = (asked: number, evidence: Evidence): ConditionMatch => {
  const { channels } = evidence;
  const off = Math.max(...channels.map(({ loadOhms }) => Math.abs(loadOhms / asked - 1)));
  const isNear = channels.every(({ loadOhms }) => isNearLoad(loadOhms, asked));
  const near = isNear ? "near" : "different";
  return {
    condition: "load",
    asked,
    was: [...new Set(channels.map(({ loadOhms }) => loadOhms))],
    match: off <= SAME_LOAD_RATIO ? "same" : near,
  };
};

/** More channels than asked strain the supply more. */
export const matchChannels = (asked: number, { channelsDriven }: Evidence): ConditionMatch => {
  const more = channelsDriven > asked ? "stronger" : "weaker";
  return {
    condition: "channels",
    asked,
    was: channelsDriven,
    match: channelsDriven === asked ? "same" : more,
  };
};

/** One tone against the frequency that is meant, or against a band of which it is but a part. */
export const matchTone = (
  asked: number | Band | null,
  { frequencyHz }: Pick<Evidence, "frequencyHz">,
): ConditionMatch => {
  if (asked !== null && typeof asked !== "number")
    return {
      condition: "frequency",
      asked,
      was: frequencyHz,
      match: toneInBand(asked, frequencyHz),
    };
  const meant = asked ?? USUAL_HZ;
  const apart =
    frequencyHz === null ? SAME_TONE_RATIO : Math.max(frequencyHz / meant, meant / frequencyHz);
  const near = apart <= NEAR_TONE_RATIO ? "near" : "different";
  return {
    condition: "frequency",
    asked: meant,
    was: frequencyHz,
    match: apart <= SAME_TONE_RATIO ? "same" : near,
  };
};

/** One tone within a band can refute what is claimed of all of it. */
const toneInBand = ({ lowHz, highHz }: Band, hertz: number | null): ConditionMatch["match"] =>
  hertz !== null && (hertz < lowHz / SAME_TONE_RATIO || hertz > highHz * SAME_TONE_RATIO)
    ? "different"
    : "weaker";

/** A level in watts; null is not known. Distortion may rise and fall with level, so that another proves nothing. */
export const matchLevel = (asked: number, was: number | null): ConditionMatch => {
  const apart = was === null || !(was > 0) ? Infinity : Math.abs(powerRatioToDb(was / asked));
  const near = apart <= NEAR_LEVEL_DB ? "near" : "different";
  return {
    condition: "level",
    asked,
    was,
    match: apart <= SAME_LEVEL_DB ? "same" : near,
  };
};

/** What reviewers write for the default setting of a supply or a switch. */
const DEFAULT_SETTING =
  /^(?:|-|none|as it comes|default setting|standard|default|normal|usual|stock)$/i;

/** A setting by its name: empty for the default setting. */
export const plainSetting = (text: string): string => {
  const trimmed = text.trim();
  return DEFAULT_SETTING.test(trimmed) ? "" : trimmed;
};

/** Supply and switches together, where they are not at their default. */
export const settingOf = ({ supply, setting }: Pick<Evidence, "supply" | "setting">): string =>
  [supply, setting].filter((part) => part !== "").join(", ");

/** What a claim is made for that names no supply, no switch and no connection: the amplifier as supplied. */
export const AS_SUPPLIED: MadeFor = { supply: "", setting: "", connection: "normal" };

/** Whether it names nothing of all this. */
export const isAsSupplied = ({
  supply,
  setting,
  connection,
  input,
  mainsVolts,
  driven,
}: MadeFor): boolean =>
  supply === AS_SUPPLIED.supply &&
  setting === AS_SUPPLIED.setting &&
  connection === AS_SUPPLIED.connection &&
  [input, mainsVolts, driven].every((each) => each === undefined);

/** How the outputs of a run were joined. */
export const connectionOf = ({
  kind,
  connection,
}: Pick<Evidence, "kind" | "connection">): Connection =>
  connection ?? (RUN_KINDS[kind].isBridged ? "bridged" : "normal");

/** Supply, switches and connection of a run against those that a claim is made for. The supply is said only where one is named. */
export const matchMadeFor = (asked: MadeFor, evidence: Evidence): ConditionMatch[] => {
  const supply = matchNamed("supply", asked, evidence);
  const was = connectionOf(evidence);
  return [
    ...(supply.asked === "" && supply.was === "" ? [] : [supply]),
    matchNamed("setting", asked, evidence),
    ...(was === asked.connection
      ? []
      : [
          {
            condition: "connection" as const,
            asked: asked.connection,
            was,
            match: "different" as const,
          },
        ]),
    ...matchInput(asked, evidence),
    ...matchMains(asked, evidence),
    ...matchWhich(asked, evidence),
  ];
};

/** Only a claim that names its channels asks for those and no others. */
const matchWhich = ({ driven: asked }: MadeFor, { driven: was }: Evidence): ConditionMatch[] => {
  if (asked === undefined) return [];
  const condition = "which-channels" as const;
  if (was === undefined) return [{ condition, asked, was: null, match: "unknown" }];
  return [{ condition, asked, was, match: asked.join() === was.join() ? "same" : "different" }];
};

/** Only a claim that names an input asks for one. */
const matchInput = ({ input: asked }: MadeFor, { input: was }: Evidence): ConditionMatch[] => {
  if (asked === undefined) return [];
  if (was === undefined) return [{ condition: "input", asked, was: null, match: "unknown" }];
  return [{ condition: "input", asked, was, match: asked === was ? "same" : "different" }];
};

/** Mains of the same nominal volts differ by up to a tenth. @see EN 50160 (supply voltage variations); from memory */
const MAINS_RATIO = 0.1;

/** Only a claim that names its mains asks for them. */
const matchMains = (
  { mainsVolts: asked }: MadeFor,
  { mainsVolts: was }: Evidence,
): ConditionMatch[] => {
  if (asked === undefined) return [];
  if (was === undefined) return [{ condition: "mains", asked, was: null, match: "unknown" }];
  const isSame = Math.abs(was / asked - 1) <= MAINS_RATIO;
  return [{ condition: "mains", asked, was, match: isSame ? "same" : "different" }];
};

const matchNamed = (
  condition: "supply" | "setting",
  { [condition]: asked }: MadeFor,
  { [condition]: was, unrecorded = [] }: Evidence,
): ConditionMatch => {
  if (unrecorded.includes(condition)) return { condition, asked, was: null, match: "unknown" };
  return { condition, asked, was, match: asked === was ? "same" : "different" };
};

/** Measured on what. A loudspeaker's volts and amperes are not in phase, so that it only indicates. @see IEC 60268-3 (rated load impedance) */
export const matchSource = ({ source, isReactive }: Evidence): ConditionMatch => {
  const resistive = isReactive ? "reactive-load" : "dummy-load";
  const was = source === "loudspeaker" ? source : resistive;
  return {
    condition: "source",
    asked: "dummy-load",
    was,
    match: was === "dummy-load" ? "same" : "different",
  };
};
