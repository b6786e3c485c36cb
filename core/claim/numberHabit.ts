/** What a sheet's commas and points mean: which of them parts decimals, where the sheet shows it. */
export type NumberHabit = "decimal-comma" | "decimal-point" | "not-shown";

/** Words that are written where the comma is the decimal one; common printing of German, French, Dutch, Italian, Spanish sheets. */
const COMMA_WORDS =
  /\b(?:klirr\w*|leistung\w*|dauer\w*|sinus\w*|ausgang\w*|an \d+ ohm|kan[aä]le?|frequenzgang|dämpfung\w*|rauschabstand|puissance|bande passante|distorsion|canaux|potenza|risposta|distorsione|canali|vermogen|vervorming|kanalen|rendimiento|potencia)\b/i;

/**
 * How a whole sheet writes its decimals: by numbers that can be nothing else, such as "0,25" or "7.5", then by its language.
 * Common practice of printed sheets.
 */
export const numberHabit = (sheet: string): NumberHabit => {
  const commas = count(sheet, /(?<![\d.,])\d+,\d{1,2}(?!\d|[.,]\d)|(?<![\d.,])0,\d+/g),
    points = count(sheet, /(?<![\d.,])\d+\.\d{1,2}(?!\d|[.,]\d)|(?<![\d.,])0\.\d+/g);
  if (commas > points) return "decimal-comma";
  if (points > commas) return "decimal-point";
  return COMMA_WORDS.test(sheet) ? "decimal-comma" : "not-shown";
};

const count = (text: string, pattern: RegExp): number => [...text.matchAll(pattern)].length;

/** A number with one group of three behind its sign: thousands, or three decimals. */
const EITHER =
  /(?<![\d.,])(\d{1,3})([.,])(\d{3})(?!\d|[.,]\d)(\s*)(k?hz|mhz|%|m?w\b|watts?|ohms?|ω|db|m?v\b)?/gi;

export type Clarified = {
  /** The line with every number written with a decimal point, without groups of thousands. */
  text: string;
  /** Numbers as printed that may be read in two ways. */
  ambiguous: readonly string[];
};

/**
 * A line with its numbers made plain. "0,008 %" is eight thousandths of a percent wherever it stands; "20,000 Hz" twenty
 * thousand, unless the whole sheet writes decimal commas and that makes more sense; what stays plausible both ways is named.
 */
export const clarified = (line: string, habit: NumberHabit): Clarified => {
  const ambiguous: string[] = [];
  const grouped = line
    // Both signs in one number leave no doubt.
    .replace(
      /(?<![\d.,])(\d{1,3}(?:\.\d{3})+),(\d+)(?!\d|[.,]\d)/g,
      (_, whole: string, part: string) => `${whole.replaceAll(".", "")}.${part}`,
    )
    .replace(
      /(?<![\d.,])(\d{1,3}(?:,\d{3})+)\.(\d+)(?!\d|[.,]\d)/g,
      (_, whole: string, part: string) => `${whole.replaceAll(",", "")}.${part}`,
    )
    // Two groups of three are thousands.
    .replace(/(?<![\d.,])\d{1,3}(?:([.,])\d{3})(?:\1\d{3})+(?!\d|[.,]\d)/g, (text) =>
      text.replace(/[.,]/g, ""),
    );
  const text = grouped
    .replace(EITHER, (...found: string[]) => {
      const [, whole, sign, part, space, unit] = found as [
        string,
        string,
        string,
        string,
        string,
        string | undefined,
      ];
      const asThousands = `${whole}${part}`,
        asDecimals = `${whole}.${part}`;
      const reading = whichReading({ whole, sign, part, unit: (unit ?? "").toLowerCase() }, habit);
      if (reading === "either") ambiguous.push(`${whole}${sign}${part}`);
      return `${reading === "decimals" ? asDecimals : asThousands}${space}${unit ?? ""}`;
    })
    .replace(/(?<![\d.,])(\d+),(\d{1,2}|\d{4,})(?!\d|,\d)/g, "$1.$2");
  return { text, ambiguous };
};

type Reading = "decimals" | "thousands" | "either";
type EitherNumber = { whole: string; sign: string; part: string; unit: string };

const whichReading = (number: EitherNumber, habit: NumberHabit): Reading =>
  byItself(number) ?? byHabit(number, habit);

/** What a number and its unit leave no doubt of, whatever the habit. */
const byItself = ({ whole, unit }: EitherNumber): Reading | null => {
  // No thousand begins with nothing; distortion of a thousand percent is none; nor do amplifiers have kilohertz or ohms by the thousand.
  return whole.startsWith("0") || /^(?:%|khz|mhz|ohms?|ω)$/.test(unit) ? "decimals" : null;
};

const byHabit = ({ sign, part, unit }: EitherNumber, habit: NumberHabit): Reading => {
  const decimalSign = { "decimal-comma": ",", "decimal-point": ".", "not-shown": null }[habit];
  if (decimalSign !== null && sign !== decimalSign) return "thousands";
  // Nobody prints three zeros behind a decimal sign, nor hertz to a thousandth.
  if (part === "000" || unit === "hz") return "thousands";
  if (decimalSign === null) return sign === "," && unit !== "" ? "thousands" : "either";
  // "1.200 W": no amplifier's watts are printed to a thousandth, though some habits say so.
  return unit.includes("w") ? "either" : "decimals";
};
