import { termAt, type PrintedTerm } from "./vocabulary";

/** SI units that figures of a sheet stand before, once their prefixes are counted in. */
export type Unit = "W" | "ohm" | "Hz" | "%" | "dB" | "V" | "A" | "V/s" | "kg" | "m" | "other";

export type Token = (
  | { kind: "number"; value: number; isKilo: boolean }
  | { kind: "unit"; unit: Unit; scale: number }
  | { kind: "term"; term: PrintedTerm }
  | { kind: "sign"; sign: string }
  | { kind: "word"; text: string }
) & {
  /** How many brackets it stands in. */
  depth: number;
};

/** Units as printed behind a number; the first that fits counts. Terms that cling to a unit come after it. */
const UNITS: readonly (readonly [RegExp, Unit, number, ...PrintedTerm[]])[] = [
  [/kw(?![a-z])/y, "W", 1e3],
  [/mw(?![a-z])/y, "W", 1e-3],
  [/wpc(?![a-z])/y, "W", 1, "per-channel"],
  [/w(?:att|atts)? ?\(?rms\)?(?![a-z])/y, "W", 1],
  // "50Wx2": the times sign may cling to it.
  [/w(?:att|atts)?(?!(?!x ?\d)[a-z])/y, "W", 1],
  [/kohms?(?![a-z])|k ohms?(?![a-z])/y, "ohm", 1e3],
  [/mohms?(?![a-z])/y, "ohm", 1e-3],
  [/ohms?(?![a-z])/y, "ohm", 1],
  [/khz(?![a-z])/y, "Hz", 1e3],
  [/mhz(?![a-z])/y, "Hz", 1e6],
  [/hz(?![a-z])/y, "Hz", 1],
  [/%|percent|per cent|prozent|pour cent|procent/y, "%", 1],
  [/dba(?![a-z])|db ?\(a\)|db a(?![a-z])/y, "dB", 1, "a-weighted"],
  [/db(?:w|v|u|m|r)(?![a-z])/y, "other", 1],
  [/db(?![a-z])/y, "dB", 1],
  [/v ?\/ ?(?:us|usec|microseconds?)(?![a-z])/y, "V/s", 1e6],
  [/v ?\/ ?(?:s|sec)(?![a-z])/y, "V/s", 1],
  [/kg(?![a-z])|kilos?(?![a-z])/y, "kg", 1],
  [/(?:lbs?|pounds?)(?![a-z])/y, "kg", 0.45359237],
  [/mm(?![a-z])/y, "m", 1e-3],
  [/cm(?![a-z])/y, "m", 1e-2],
  [/(?:inch(?:es)?|in\.)(?![a-z])/y, "m", 0.0254],
  [/mv(?![a-z])/y, "V", 1e-3],
  [/kv(?![a-z])/y, "V", 1e3],
  [/uv(?![a-z])/y, "V", 1e-6],
  [/va(?![a-z])/y, "other", 1],
  [/v(?:olts?)? ?(?:dc|ac|rms)?(?![a-z])/y, "V", 1],
  [/ma(?![a-z])/y, "A", 1e-3],
  [/(?:amps?|amperes?|a(?! ?\d))(?![a-z])/y, "A", 1],
  [/(?:g|m|ms|us|s|sec|min|h|bit|nf|uf|pf|uh|mh|°c|c|db\/oct)(?![a-z])/y, "other", 1],
];

/** Channels are counted in words, too. */
const COUNTS: Readonly<Record<string, number>> = {
  ...{ two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7 },
  ...{ zwei: 2, fünf: 5, deux: 2, cinq: 5, twee: 2, vijf: 5, due: 2, cinque: 5, dos: 2, cinco: 5 },
};
const COUNTED = new RegExp(`\\b(${Object.keys(COUNTS).join("|")})(?= (?:ch|kan|can))`, "g");

/** Lower case, one kind of dash, sign and ohm, single spaces. */
export const plainText = (text: string): string =>
  text
    // A capital is amperes; a small letter may be "at" in three languages.
    .replace(/(?<=\d ?)A(?![A-Za-z])/g, "amp")
    .toLowerCase()
    .replace(/[\u2010-\u2015\u2212]/g, "-")
    .replace(/[×✕*]/g, "x")
    .replace(/[’‘`]/g, "'")
    .replace(/\u03c9|\u2126|ώ/g, "ohm")
    .replace(/[µμ]/g, "u")
    .replace(/≤|=<|<=/g, "<")
    .replace(/≥|=>|>=/g, ">")
    .replace(/\+ ?\/? ?-(?= ?\d)/g, "±")
    .replace(/\s+/g, " ")
    // The unit of a size stands behind its last edge, and is that of each.
    .replace(EDGES, (edges: string) => {
      const [unit = ""] = /[a-z]+\.?$/.exec(edges) ?? [];
      return edges
        .slice(0, -unit.length)
        .trim()
        .split(/ ?x ?/)
        .map((edge) => `${edge} ${unit}`)
        .join(" x ");
    })
    .replace(COUNTED, (_, word: string) => String(COUNTS[word]))
    .replace(/(?<=\d) ?(?:\.{2,3}|…|~|÷) ?(?=\d)|(?<=hz) ?(?:\.{2,3}|…|~|÷) ?(?=\d)/g, " - ")
    // Thousands behind a space, where a frequency follows.
    .replace(/\b(\d{1,3}) (\d{3})(?= ?hz)/g, "$1$2")
    .trim();

/** Millimetres, centimetres or inches of two or three edges: sizes, and no watts. */
const EDGES = /\d+(?:[.,]\d+)?(?: ?x ?\d+(?:[.,]\d+)?){1,2} ?(?:mm|cm|inch(?:es)?|in\.)(?![a-z])/g;

const NUMBER = /\d+(?:[.,]\d+)?|\.\d+/y;
const WORD = /[a-zà-öø-ÿ]+/y;

/**
 * A line as numbers, units, terms of the trade, signs and words, each with the brackets it stands in. A number has a decimal point
 * or comma and no thousands: `clarified` sees to that before.
 */
export const tokensOf = (line: string): Token[] => {
  const text = plainText(line);
  const tokens: Token[] = [];
  let depth = 0,
    at = 0;
  const take = (pattern: RegExp): string | null => {
    pattern.lastIndex = at;
    const found = pattern.exec(text)?.[0] ?? null;
    at += found?.length ?? 0;
    return found;
  };
  const takeUnit = (): boolean => {
    const start = at;
    take(/ ?-?(?=ohm)| ?/y);
    for (const [pattern, unit, scale, ...terms] of UNITS)
      if (take(pattern) !== null) {
        tokens.push({ kind: "unit", unit, scale, depth });
        for (const term of terms) tokens.push({ kind: "term", term, depth });
        return true;
      }
    at = start;
    return false;
  };
  while (at < text.length) {
    if (take(/ +/y) !== null) continue;
    const number = take(NUMBER);
    if (number !== null) {
      const value = Number(number.replace(",", "."));
      const isKilo = !unitFollows(text, at) && take(/ ?k(?![a-zà-ÿ])/y) !== null;
      tokens.push({ kind: "number", value: isKilo ? 1000 * value : value, isKilo, depth });
      takeUnit();
      continue;
    }
    const term = startsWord(text, at) ? termAt(text, at) : null;
    if (term) {
      tokens.push({ kind: "term", term: term.term, depth });
      at += term.length;
      continue;
    }
    const word = take(WORD);
    if (word !== null) {
      tokens.push({ kind: "word", text: word, depth });
      continue;
    }
    const sign = text[at++];
    if (/[)\]}]/.test(sign)) depth = Math.max(0, depth - 1);
    tokens.push({ kind: "sign", sign, depth });
    if (/[([{]/.test(sign)) depth++;
  }
  return tokens;
};

/** "20 kHz" is no 20 k. */
const unitFollows = (text: string, at: number): boolean =>
  /^ ?-?k(?:ohm|hz|w|v)/.test(text.slice(at, at + 6));

/** No term begins within a word. */
const startsWord = (text: string, at: number): boolean =>
  at === 0 || !/[a-zà-öø-ÿ]/.test(text[at - 1]);
