/** What a column of a table holds, by its heading; `scale` turns its numbers into seconds, volts, hertz and so on. */
export type ColumnUnit = { quantity: ColumnQuantity; scale: number };
export type ColumnQuantity =
  | "time"
  | "number"
  | "volts"
  | "amperes"
  | "watts"
  | "hertz"
  | "radians-a-second"
  | "decibels"
  | "ratio"
  | "degrees"
  | "radians"
  | "celsius"
  | "fahrenheit"
  | "unknown";

const PREFIXES: Record<string, number> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  "": 1,
};
/** Words for prefixes in headings such as "milliseconds" or "kilovolts". */
const PREFIX_WORDS: readonly (readonly [RegExp, number])[] = [
  [/nano/i, 1e-9],
  [/micro/i, 1e-6],
  [/milli/i, 1e-3],
  [/kilo/i, 1e3],
  [/mega/i, 1e6],
];

/** Units as they stand in brackets, after a comma or an underscore, or alone. */
const SYMBOLS: readonly (readonly [RegExp, ColumnQuantity])[] = [
  [/^([nuµμmk]?)s(?:ec)?$/, "time"],
  [/^([nuµμmkM]?)V(?:pk|p|rms|dc|ac)?$/, "volts"],
  [/^([nuµμmkM]?)A$/, "amperes"],
  [/^([nuµμmkM]?)W$/, "watts"],
  [/^([mkM]?)Hz$/i, "hertz"],
  [/^()rad\/s$/i, "radians-a-second"],
  [/^()dB(?:V|u|r|FS|SPL)?$/i, "decibels"],
  [/^()(?:V\/V|ratio|lin(?:ear)?|×)$/i, "ratio"],
  [/^()(?:deg(?:rees)?|°)$/i, "degrees"],
  [/^()rad(?:ians)?$/i, "radians"],
  [/^()(?:°\s?C|deg\s?C|Cel|celsius)$/i, "celsius"],
  [/^()(?:°\s?F|deg\s?F|fahrenheit)$/i, "fahrenheit"],
];

/** Names that say what a column is where no unit does; the common languages of the West. */
const NAMES: readonly (readonly [RegExp, ColumnQuantity])[] = [
  [/^(?:#|n|no\.?|nr\.?|num(?:ber)?|index|sample|point|sequence|x)$/i, "number"],
  [/\b(?:time|zeit|temps|tempo|tijd|tiempo|seconds?|sekunden)\b/i, "time"],
  [/freq|frequenz|fréquence|frequenza|frequentie/i, "hertz"],
  [/phase|fase/i, "degrees"],
  [/volt|spannung|tension|spanning|\bch(?:annel)?\s?\d|\bkanal|\bvoie/i, "volts"],
  [/curr(?:ent)?\b|strom|courant|corrente|stroom|amp(?:ere)?s?\b/i, "amperes"],
];

/** The unit that a heading states, or what its name alone tells: then `isStated` is false, and the scale of one a guess. */
export const columnUnit = (heading: string): ColumnUnit & { isStated: boolean } => {
  const text = heading.trim();
  const inBrackets = /[([{]\s*([^)\]}]*?)\s*[)\]}]/.exec(text)?.[1];
  const after = /(?:[,/:]\s*|_)(\S+)$/.exec(text)?.[1] ?? loose(text);
  for (const candidate of [inBrackets, after, text]) {
    const known = candidate === undefined ? null : symbolOf(candidate.trim());
    if (known) return { ...known, isStated: true };
  }
  for (const [pattern, quantity] of NAMES)
    if (pattern.test(text)) {
      const word = PREFIX_WORDS.find(([prefix]) => prefix.test(text));
      const isSpelt = word !== undefined || /second|sekunde|volt/i.test(text);
      return { quantity, scale: word?.[1] ?? 1, isStated: isSpelt };
    }
  return { quantity: "unknown", scale: 1, isStated: false };
};

/** Behind a space a single letter may be a channel's name: "Output A" is no current. */
const loose = (text: string): string | undefined => {
  const word = /\s(\S+)$/.exec(text)?.[1];
  return word === undefined || /^[ACF]$/i.test(word) ? undefined : word;
};

const symbolOf = (text: string): ColumnUnit | null => {
  for (const [pattern, quantity] of SYMBOLS) {
    const found = pattern.exec(text);
    if (found) return { quantity, scale: PREFIXES[found[1]] ?? 1 };
  }
  const word = PREFIX_WORDS.find(([prefix]) => prefix.test(text));
  if (word && /volts?$/i.test(text)) return { quantity: "volts", scale: word[1] };
  if (word && /seconds?$/i.test(text)) return { quantity: "time", scale: word[1] };
  if (/^volts?$/i.test(text)) return { quantity: "volts", scale: 1 };
  if (/^(?:seconds?|sec)$/i.test(text)) return { quantity: "time", scale: 1 };
  return null;
};
