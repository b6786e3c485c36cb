import { drivenText } from "../claim";
import type { Band } from "../distortion";
import { isNearLoad } from "../power";
import { formatHertz, formatSignificant, powerRatioToDb } from "../units";
import { remembered } from "./remembered";
import type { ConditionMatch, Evidence } from "./types";

/** A load that is off by no more than this is the load that is meant. Common practice. */
const SAME_LOAD_RATIO = 0.01;
/** Two levels are the same within half a decibel, near within one. Common practice. */
const SAME_LEVEL_DB = 0.5;
const NEAR_LEVEL_DB = 1;
/** A tone within 6 % (a semitone) of what is meant is that tone; within an octave it is near. Common practice. */
const SAME_TONE_RATIO = 1.06;
const NEAR_TONE_RATIO = 2;

/** A frequency that a claim is silent of is 1 kHz. @see IEC 60268-3 (standard reference frequency) */
export const USUAL_HZ = 1000;
/** A load that a claim is silent of. Common practice. */
export const USUAL_OHMS = 8;

/** Hundreds of runs are told in a few numbers: each is put into words once. */
const inWords = (text: (value: number) => string): ((value: number) => string) => {
  const known = new Map<number, string>();
  return (value) => {
    const found = known.get(value);
    if (found !== undefined) return found;
    if (known.size >= MOST_KNOWN) known.clear();
    const made = text(value);
    known.set(value, made);
    return made;
  };
};
/** Settings that are remembered: more than a shelf has. */
const MOST_KNOWN = 1000;

const ohmsText = inWords((ohms) => `${formatSignificant(ohms, 3)} Ω`);
const wattsText = inWords((watts) => `${formatSignificant(watts, 3)} W`);
const hertzText = inWords((hertz) => formatHertz(hertz, 3));

/** The loads of a run's channels in words. */
const loadsText = remembered(({ channels }: Evidence): string =>
  [...new Set(channels.map(({ loadOhms }) => ohmsText(loadOhms)))].join(" and "),
);

/** The load of a run, the worst of its channels. Ohms above zero. Common practice. */
export const matchLoad = (asked: number, evidence: Evidence): ConditionMatch => {
  const { channels } = evidence;
  const off = Math.max(...channels.map(({ loadOhms }) => Math.abs(loadOhms / asked - 1)));
  const isNear = channels.every(({ loadOhms }) => isNearLoad(loadOhms, asked));
  const near = isNear ? "near" : "different";
  return {
    condition: "load",
    asked: ohmsText(asked),
    was: loadsText(evidence),
    match: off <= SAME_LOAD_RATIO ? "same" : near,
  };
};

/** More channels than asked strain the supply more. Common practice. */
export const matchChannels = (asked: number, { channelsDriven }: Evidence): ConditionMatch => {
  const more = channelsDriven > asked ? "stronger" : "weaker";
  return {
    condition: "channels",
    asked: drivenText(asked),
    was: drivenText(channelsDriven),
    match: channelsDriven === asked ? "same" : more,
  };
};

/** One tone against the frequency that is meant, or against a band of which it is but a part. Common practice. */
export const matchTone = (
  asked: number | Band | null,
  { frequencyHz }: Pick<Evidence, "frequencyHz">,
): ConditionMatch => {
  const was = frequencyHz === null ? "not known" : hertzText(frequencyHz);
  if (asked !== null && typeof asked !== "number")
    return {
      condition: "frequency",
      asked: bandText(asked),
      was,
      match: toneInBand(asked, frequencyHz),
    };
  const meant = asked ?? USUAL_HZ;
  const apart =
    frequencyHz === null ? SAME_TONE_RATIO : Math.max(frequencyHz / meant, meant / frequencyHz);
  const near = apart <= NEAR_TONE_RATIO ? "near" : "different";
  return {
    condition: "frequency",
    asked: hertzText(meant),
    was,
    match: apart <= SAME_TONE_RATIO ? "same" : near,
  };
};

/** One tone within a band can refute what is claimed of all of it. */
const toneInBand = ({ lowHz, highHz }: Band, hertz: number | null): ConditionMatch["match"] =>
  hertz !== null && (hertz < lowHz / SAME_TONE_RATIO || hertz > highHz * SAME_TONE_RATIO)
    ? "different"
    : "weaker";

export const bandText = ({ lowHz, highHz }: Band): string =>
  `${formatHertz(lowHz)} to ${formatHertz(highHz)}`;

/** A level in watts; null is not known. Distortion may rise and fall with level, so that another proves nothing. Common practice. */
export const matchLevel = (asked: number, was: number | null): ConditionMatch => {
  const apart = was === null || !(was > 0) ? Infinity : Math.abs(powerRatioToDb(was / asked));
  const near = apart <= NEAR_LEVEL_DB ? "near" : "different";
  return {
    condition: "level",
    asked: wattsText(asked),
    was: was === null ? "not known" : wattsText(was),
    match: apart <= SAME_LEVEL_DB ? "same" : near,
  };
};

/** What a supply or a switch is called where it is as it comes. */
const AS_IT_COMES = /^(?:|-|none|as it comes|standard|default|normal|usual|stock)$/i;

/** A setting in plain words: empty where it is as it comes. */
export const plainSetting = (text: string): string => {
  const trimmed = text.trim();
  return AS_IT_COMES.test(trimmed) ? "" : trimmed;
};

/** Supply and switches together, as a heading of what was set otherwise than usual. */
export const settingOf = ({ supply, setting }: Pick<Evidence, "supply" | "setting">): string =>
  [supply, setting].filter((part) => part !== "").join(", ");

/** A claim that names no setting is about the amplifier as it comes. Common practice. */
export const matchSetting = (evidence: Evidence): ConditionMatch => {
  const was = settingOf(evidence);
  return {
    condition: evidence.setting === "" && evidence.supply !== "" ? "supply" : "setting",
    asked: "as it comes",
    was: was === "" ? "as it comes" : was,
    match: was === "" ? "same" : "different",
  };
};

/** What took it. A loudspeaker's volts and amperes are not in phase: it only indicates. @see IEC 60268-3 (rated load impedance) */
export const matchSource = ({ source }: Evidence): ConditionMatch => ({
  condition: "source",
  asked: "dummy load",
  was: source === "loudspeaker" ? "loudspeaker" : "dummy load",
  match: source === "loudspeaker" ? "different" : "same",
});
