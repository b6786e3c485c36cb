/** A text file of columns: what its heading says, and its numbers, row by row. */
export type Table = {
  headings: readonly string[];
  preamble: readonly string[];
  rows: readonly (readonly number[])[];
};

/** Ways to part a line: by what, and whether a comma may then be the decimal one. */
type Way = { delimiter: string; hasDecimalComma: boolean; prepare(line: string): string };

/** A number as instruments write it; a comma is a decimal comma where columns are parted by something else. */
const numberFrom = (cell: string, hasDecimalComma: boolean): number => {
  const text = cell.trim().replace(/^"|"$/g, "").trim();
  return text === "" ? Number.NaN : Number(hasDecimalComma ? text.replace(",", ".") : text);
};

const cellsOf = (line: string, delimiter: string): string[] =>
  line.split(delimiter).map((cell) => cell.trim().replace(/^"|"$/g, ""));

/** How well a delimiter reads the lines: how many of them hold nothing but at least two numbers. */
const readsWith = (lines: readonly string[], delimiter: string, hasDecimalComma: boolean): number =>
  lines.filter((line) => {
    const cells = cellsOf(line, delimiter).filter((cell) => cell !== "");
    return (
      cells.length >= 2 && cells.every((cell) => Number.isFinite(numberFrom(cell, hasDecimalComma)))
    );
  }).length;

const SAMPLED_LINES = 200;

/**
 * Reads a table of numbers from text with any heading lines before it: columns parted by comma, semicolon, tab or spaces, with decimal
 * points or commas. Empty columns at the end are left out. Null when there are no two columns of numbers.
 * @see RFC 4180 for quoting; other separators and decimal commas are common practice.
 */
export const readTable = (text: string): Table | null => {
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== "");
  const spaced = (line: string) => line.trim().replace(/\s+/g, "\t");
  const middle = lines
    .slice(Math.max(0, Math.floor(lines.length / 2) - SAMPLED_LINES / 2))
    .slice(0, SAMPLED_LINES);
  const asIs = (line: string) => line;
  const all: Way[] = [
    ...[false, true].flatMap((hasDecimalComma) =>
      ["\t", ";"].map((delimiter) => ({ delimiter, hasDecimalComma, prepare: asIs })),
    ),
    { delimiter: ",", hasDecimalComma: false, prepare: asIs },
    ...[false, true].map((hasDecimalComma) => ({
      delimiter: "\t",
      hasDecimalComma,
      prepare: spaced,
    })),
  ];
  const ways = all.map((way) => ({
    ...way,
    count: readsWith(middle.map(way.prepare), way.delimiter, way.hasDecimalComma),
  }));
  const best = ways.reduce((most, way) => (way.count > most.count ? way : most));
  if (best.count === 0) return null;
  const { delimiter, hasDecimalComma, prepare } = best;
  const numbersOf = (line: string): number[] => {
    const cells = cellsOf(prepare(line), delimiter);
    while (cells.length > 0 && cells[cells.length - 1] === "") cells.pop();
    return cells.map((cell) => numberFrom(cell, hasDecimalComma));
  };
  const isData = (numbers: readonly number[]) =>
    numbers.length >= 2 && numbers.every(Number.isFinite);
  const begins = lines.findIndex((line) => isData(numbersOf(line)));
  const rows = lines.slice(begins).map(numbersOf).filter(isData);
  const width = rows[0]?.length ?? 0;
  const heading =
    lines
      .slice(0, begins)
      .map((line) => cellsOf(prepare(line), delimiter))
      .filter((cells) => cells.length >= width)
      .at(-1) ?? [];
  const preamble = lines.slice(0, begins);
  // The line of units under the names, as some scopes write it, joins them.
  const names =
    preamble.length >= 2 ? cellsOf(prepare(preamble[preamble.length - 2]), delimiter) : [];
  const isUnitLine =
    heading.length > 0 &&
    heading.every((cell) =>
      /^\(?\[?(s|ms|us|µs|ns|V|mV|volts?|seconds?|Hz|dB|deg|degrees|°|)\]?\)?$/i.test(cell),
    );
  const headings =
    isUnitLine && names.length >= width
      ? heading.map((unit, k) => `${names[k]} (${unit.replace(/[()[\]]/g, "")})`)
      : heading;
  return {
    headings: headings.slice(0, width),
    preamble,
    rows: rows.filter((row) => row.length === width),
  };
};
