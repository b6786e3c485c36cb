/** What a line says that its figures are for, in its own words; null where it does not name it. */
export type PrintedSetup = {
  /** "48 V adapter" */
  supply: string | null;
  /** "soft clip: off", "tap: 4 Ω"; several are separated by commas. */
  setting: string | null;
  /** "balanced"; absent where it names none. */
  input?: string;
};

const SUPPLY =
  "(?:power\\s+)?(?:adapters?|adaptors?|bricks?|suppl(?:y|ies)|psus?|netzteil|alimentation|alimentatore|voeding)";
/** Up to six words before it, none of which ends a phrase. */
const NAMED = `((?:[^\\s,:;()]+\\s+){0,6}?${SUPPLY})`;
const ENDS = "(?=$|[\\s,:;()])";
const WITH = new RegExp(
  `\\(?\\b(?:when\\s+)?(?:used\\s+)?(?:with|using|powered\\s+by|on|from|mit|avec|con|met)\\s+(?:(?:the|a|an|its|our|dem|einem|le|il|de)\\s+)?${NAMED}${ENDS}\\)?`,
  "i",
);
const AHEAD = new RegExp(`^\\s*${NAMED}\\s*:`, "i");

/** A supply of the amplifier has volts or stands against another; the mains are none. */
const MEANT =
  /\d\s*V\b|optional|included|supplied|standard|larger|bigger|upgrade|external|mitgeliefert|optionale?s?/i;
const NO_SUPPLY = /\b(?:mains|ac|hz|v~|linear|switching|switched|toroidal|dual)\b/i;
/** Volts of the mains, 90 to 260: no adapter gives as many. @see IEC 60038 (standard voltages) */
const MAINS_VOLTS = /\b(?:9\d|1\d\d|2[0-5]\d|260)\s*V\b/i;

const ON = /^(?:on|enabled|engaged|in|active|ein|an)$/i;
const SWITCH =
  /\b(soft[- ]?clip(?:ping)?|limiter|tone(?:\s+controls?)?|loudness|(?:subsonic\s+|rumble\s+)?filter|(?:pure\s+|source\s+)?direct(?:\s+mode)?|eco(?:\s+mode)?|class[- ]?a(?:\s+mode)?|high[- ]?(?:current|bias|power)(?:\s+mode)?|dsp|turbo)\s*[:=]?\s*(off|enabled|disabled|engaged|defeated|aus|(?:on|in|out|active|ein|an)(?=\s*(?:$|[),:;])))\b/i;
const DIRECT = /\b(?:in\s+)?((?:pure|source)[- ]?direct|direct)\s+mode\b/i;
const INPUT =
  /\(?\b(?:via|through|from|at|using|on)?\s*(?:the\s+)?(balanced|unbalanced|single[- ]ended|XLR|RCA|phono|MM|MC|line|digital|optical|coaxial|USB|aux)[- ]inputs?\b\)?/i;
const TAP = /\b(\d+(?:[.,]\d+)?)\s*(?:Ω|ohms?)[- ]tap\b/i;

/**
 * The supply and switches that a line names for its figures, and the rest of the line. Common practice of printed sheets: "With the 48 V
 * adapter: 2 x 120 W", "65 W (soft clip off)", "60 W from the 4 ohm tap".
 */
export const printedSetup = (line: string): { setup: PrintedSetup | null; rest: string } => {
  const settings: string[] = [];
  let rest = line;
  const supply = supplyIn(rest);
  if (supply) ({ rest } = supply);
  const switched = SWITCH.exec(rest);
  if (switched) {
    settings.push(`${plainName(switched[1])}: ${ON.test(switched[2]) ? "on" : "off"}`);
    rest = without(rest, switched[0]);
  }
  const direct = DIRECT.exec(rest);
  if (direct) {
    settings.push(`${plainName(direct[1])}: on`);
    rest = without(rest, direct[0]);
  }
  // The ohms of a tap are those of its load: they stay.
  const tap = TAP.exec(rest);
  if (tap) settings.push(`tap: ${tap[1]} Ω`);
  const setting = settings.length > 0 ? settings.join(", ") : null;
  // The words stay: an input is part of what a sensitivity or a gain is called.
  const input = INPUT.exec(rest)?.[1].toLowerCase();
  return supply || setting || input
    ? { setup: { supply: supply?.name ?? null, setting, ...(input && { input }) }, rest }
    : { setup: null, rest: line };
};

const supplyIn = (line: string): { name: string; rest: string } | null => {
  for (const phrase of [WITH, AHEAD]) {
    const found = phrase.exec(line);
    const name = found?.[1].trim();
    if (found && name && MEANT.test(name) && !isOfMains(name))
      return { name, rest: without(line, found[0]) };
  }
  return null;
};

const isOfMains = (name: string): boolean => NO_SUPPLY.test(name) || MAINS_VOLTS.test(name);

const plainName = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[-\s]+/g, " ")
    .replace(/^tone controls?$/, "tone")
    .replace(/ mode$/, "")
    .replace(/^soft ?clip(?:ping)?$/, "soft clip");

/** The line without a phrase and without the punctuation that stood around it. */
const without = (line: string, phrase: string): string =>
  line
    .replace(phrase, " ")
    .replace(/\(\s*\)/g, " ")
    .replace(/^[\s,:;–-]+|[\s,:;–-]+$/g, "")
    .replace(/\s+/g, " ");
