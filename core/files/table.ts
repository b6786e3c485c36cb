/** A text file of columns: what its heading says, and its numbers, row by row. */
export type Table = {
  /** A name a column, with its unit in brackets where a line of its own gives it; empty where none is given. */
  headings: readonly string[];
  /** The lines before the numbers, and what stands beside them. */
  preamble: readonly string[];
  rows: readonly (readonly number[])[];
};

/** Ways to part a line: by what, and whether a comma is then the decimal one. */
type Way = { delimiter: Delimiter; hasDecimalComma: boolean };
export type Delimiter = "\t" | ";" | "," | "|" | "spaces";

/** Enough from the middle of a file to tell how its numbers are written. */
const SAMPLED_LINES = 200;
const WAYS: readonly Way[] = (["\t", ";", "|", ",", "spaces"] as const).flatMap((delimiter) =>
  [false, true].map((hasDecimalComma) => ({ delimiter, hasDecimalComma })),
);

/** A cell as it stands, and whether it stood in quotes. */
type Cell = { text: string; isQuoted: boolean };

/** @see RFC 4180, for quotes */
export const cellsOf = (line: string, delimiter: Delimiter): Cell[] => {
  if (delimiter === "spaces")
    return line
      .trim()
      .split(/\s+/)
      .map((text) => ({ text: text.replace(/^"|"$/g, ""), isQuoted: false }));
  if (!line.includes('"'))
    return line.split(delimiter).map((text) => ({ text: text.trim(), isQuoted: false }));
  const cells: Cell[] = [];
  let text = "",
    isInside = false,
    isQuoted = false;
  for (const character of line) {
    if (character === '"') {
      isInside = !isInside;
      isQuoted = true;
    } else if (character === delimiter && !isInside) {
      cells.push({ text: text.trim(), isQuoted });
      text = "";
      isQuoted = false;
    } else text += character;
  }
  return [...cells, { text: text.trim(), isQuoted }];
};

const GROUPED = {
  point: /^[+-]?\d{1,3}(?:[.'\u00a0\u202f ]\d{3})+(?:,\d+)?$/,
  comma: /^[+-]?\d{1,3}(?:[,'\u00a0\u202f ]\d{3})+(?:\.\d+)?$/,
};

/** A number as instruments write it, NaN where it is none. */
const numberFrom = ({ text, isQuoted }: Cell, { delimiter, hasDecimalComma }: Way): number => {
  if (text === "") return Number.NaN;
  const plain = Number(text);
  if (Number.isFinite(plain) && !hasDecimalComma) return plain;
  // A comma between columns can stand within a number in quotes only.
  const mayHoldComma = delimiter !== "," || isQuoted;
  if (hasDecimalComma) {
    if (!mayHoldComma) return plain;
    const ungrouped = GROUPED.point.test(text) ? text.replace(/[.'\u00a0\u202f ]/g, "") : text;
    return Number(ungrouped.replace(",", "."));
  }
  return mayHoldComma && GROUPED.comma.test(text)
    ? Number(text.replace(/[,'\u00a0\u202f ]/g, ""))
    : Number.NaN;
};

const isData = (numbers: readonly number[], least: number): boolean =>
  numbers.length >= least && numbers.every(Number.isFinite);

/** Cells without the empty ones at the end. */
const trimmed = (cells: Cell[]): Cell[] => {
  let count = cells.length;
  while (count > 0 && cells[count - 1].text === "") count--;
  return cells.slice(0, count);
};

/**
 * Reads a table of numbers from text with any heading lines before it: columns parted by comma, semicolon, tab, bars or
 * spaces; decimal points or commas, thousands in groups; quotes. Empty columns at the end are left out, and columns that
 * hold the recorder's settings beside the numbers, as some write them, are taken for the preamble.
 * Null when there are no columns of numbers.
 * @param least columns of numbers
 * @see RFC 4180 for quoting; other separators and decimal commas are common practice.
 */
export const readTable = (text: string, least = 2): Table | null => {
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== "");
  const middle = lines
    .slice(Math.max(0, Math.floor(lines.length / 2) - SAMPLED_LINES / 2))
    .slice(0, SAMPLED_LINES);
  const ways = WAYS.map((way) => ({ ...way, ...readsWith(middle, way, least) }));
  const best = ways.reduce((most, way) => (way.count > most.count ? way : most));
  if (best.count === 0) return null;
  const { beside } = best;
  const numbersOf = (line: string): number[] =>
    trimmed(cellsOf(line, best.delimiter).slice(beside)).map((cell) => numberFrom(cell, best));
  const begins = lines.findIndex((line) => isData(numbersOf(line), least));
  const all = lines.slice(begins).map(numbersOf);
  const width = all.find((row) => isData(row, least))?.length ?? 0;
  const rows = all.filter((row) => row.length === width && isData(row, least));
  const settings =
    beside === 0
      ? []
      : lines
          .map((line) =>
            cellsOf(line, best.delimiter)
              .slice(0, beside)
              .map((cell) => cell.text)
              .join(","),
          )
          .filter((line) => /[^,\s]/.test(line));
  return {
    headings: headingsOf(
      lines.slice(0, begins).map((line) =>
        cellsOf(line, best.delimiter)
          .slice(beside)
          .map((cell) => cell.text),
      ),
      width,
    ),
    preamble: [...lines.slice(0, begins), ...settings],
    rows,
  };
};

/** How well a way reads the lines: how many hold nothing but numbers, and how many columns of other things stand before these. */
const readsWith = (
  lines: readonly string[],
  way: Way,
  least: number,
): { count: number; beside: number } => {
  const split = lines.map((line) => cellsOf(line, way.delimiter));
  // Of most lines: now and then a setting stands there.
  const firsts = split.map((cells) =>
    Math.max(
      0,
      cells.findIndex((cell) => cell.text !== ""),
    ),
  );
  const empty = firsts.toSorted((a, b) => a - b)[firsts.length >> 1] ?? 0;
  const beside = way.delimiter === "spaces" ? 0 : empty;
  const usesItsComma =
    way.delimiter !== "," ||
    !way.hasDecimalComma ||
    split.some((cells) => cells.some((cell) => cell.isQuoted && cell.text.includes(",")));
  const count = usesItsComma
    ? split.filter((cells) =>
        isData(
          trimmed(cells.slice(beside)).map((cell) => numberFrom(cell, way)),
          least,
        ),
      ).length
    : 0;
  return { count, beside };
};

const UNIT =
  /^[([]?(n|µ|μ|u|m|k)?(s|V|A|W|Hz|sec|volts?|seconds?|amperes?|sequence|dB\w*|deg(rees)?|rad(ians)?|°C?|°F|C|F|)[)\]]?$/i;

/** Names of columns from the lines over them; a line of units under the names, as some write it, joins them. */
const headingsOf = (over: readonly (readonly string[])[], width: number): string[] => {
  const wide = over.filter(
    (cells) =>
      cells.length >= width &&
      cells.filter((text) => text !== "").length >= Math.min(width, 2) &&
      cells.slice(0, width).every((text) => text === "" || !Number.isFinite(Number(text))),
  );
  const [names, units] = [wide[wide.length - 2], wide[wide.length - 1]];
  if (!units) return Array.from({ length: width }, () => "");
  const own = units.slice(0, width);
  return names && own.every((text) => UNIT.test(text))
    ? own.map((unit, k) => `${names[k]} (${unit.replace(/[()[\]]/g, "")})`)
    : [...own];
};
