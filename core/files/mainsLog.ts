import { failure, success, type Outcome } from "../outcome";
import { columnUnit, type ColumnQuantity } from "./columnUnit";
import { cellsOf, type Delimiter } from "./table";

/** What a mains meter logged, a value a row; NaN where a row lacks it, null where no column holds it. */
export type MainsLog = {
  watts: Float64Array;
  amperes: Float64Array | null;
  volts: Float64Array | null;
};

const DELIMITERS: readonly Delimiter[] = ["\t", ";", "|", ","];
/** Fewer are no log: they are typed. */
const FEWEST_ROWS = 3;
/** Headings stand within the first lines of a file. */
const HEADING_LINES = 60;
/** Names of active power where no unit tells it; apparent and reactive power are none. */
const POWER = /\b(?:active |real )?power\b|wirkleistung|leistung|puissance|potenza|vermogen/i;
const OTHER_POWER = /factor|faktor|facteur|apparent|schein|blind|reactive|\bVAr?\b|kWh|energy/i;

type Heading = { delimiter: Delimiter; cells: readonly string[]; at: number };

/** Readings that lie nearer to each other, in seconds, are the samples of a scope, whose power is no mains meter's. */
const LEAST_APART_SECONDS = 0.05;

/**
 * Whether text looks like a mains meter's log: a heading with watts, and no temperatures, over rows that are no samples of a scope.
 * Chosen here, because no standard says how a mains meter writes.
 */
export const isMainsLog = (text: string): boolean => {
  const lines = linesOf(text);
  const heading = headingOf(lines);
  if (!heading) return false;
  const { cells, delimiter, at } = heading;
  const holdsTemperatures = cells.some((cell) =>
    ["celsius", "fahrenheit"].includes(columnUnit(cell).quantity),
  );
  const time = columnFor(cells, "time");
  const [first, second] = [1, 2].map((row) =>
    numberIn(cellsOf(lines[at + row] ?? "", delimiter)[time]?.text ?? "", delimiter),
  );
  const apart = time < 0 ? Number.NaN : columnUnit(cells[time]).scale * (second - first);
  return !holdsTemperatures && !(apart < LEAST_APART_SECONDS);
};

/**
 * Reads the log of a mains meter: any columns, of which one is headed by watts, and others perhaps by amperes and volts. When each row was
 * read does not matter.
 * @returns a finding where fewer than three rows hold watts
 * Chosen here, because no standard says how a mains meter writes.
 */
export const readMainsLog = (text: string): Outcome<MainsLog> => {
  const lines = linesOf(text);
  const heading = headingOf(lines);
  if (!heading)
    return failure("no-samples", "File", "no column heading contains watts, such as “Power (W)”.");
  const { delimiter, cells, at } = heading;
  const rows = lines.slice(at + 1).map((line) => cellsOf(line, delimiter).map((cell) => cell.text));
  const columnOf = (quantity: ColumnQuantity): Float64Array | null => {
    const column = columnFor(cells, quantity);
    if (column < 0) return null;
    const { scale } = columnUnit(cells[column]);
    return Float64Array.from(rows, (row) => scale * numberIn(row[column] ?? "", delimiter));
  };
  const watts = columnOf("watts") ?? new Float64Array();
  if (watts.filter((value) => Number.isFinite(value)).length < FEWEST_ROWS)
    return failure(
      "too-short",
      "File",
      "fewer than three rows contain watts. Export the whole log.",
    );
  return success({ watts, amperes: columnOf("amperes"), volts: columnOf("volts") });
};

const linesOf = (text: string): string[] =>
  text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== "");

const headingOf = (lines: readonly string[]): Heading | null => {
  for (const [at, line] of lines.slice(0, HEADING_LINES).entries())
    for (const delimiter of DELIMITERS) {
      const cells = cellsOf(line, delimiter).map((cell) => cell.text);
      const column = columnFor(cells, "watts");
      if (cells.length < 2 || column < 0) continue;
      const below = cellsOf(lines[at + 1] ?? "", delimiter);
      if (Number.isFinite(numberIn(below[column]?.text ?? "", delimiter)))
        return { delimiter, cells, at };
    }
  return null;
};

const columnFor = (cells: readonly string[], quantity: ColumnQuantity): number => {
  const stated = cells.findIndex(
    (cell) =>
      !OTHER_POWER.test(cell) &&
      columnUnit(cell).quantity === quantity &&
      (quantity !== "watts" || columnUnit(cell).isStated),
  );
  return stated < 0 && quantity === "watts"
    ? cells.findIndex((cell) => POWER.test(cell) && !OTHER_POWER.test(cell))
    : stated;
};

const NUMBER = /^[-+]?\d+(?:\.\d+)?(?:e[-+]?\d+)?$/i;

/** A number with or without its unit. Where commas part the columns one within a cell groups thousands; else it is the decimal one. */
const numberIn = (text: string, delimiter: Delimiter): number => {
  const plain = text.replace(/\s*[a-z]+$/i, "").trim();
  const pointed = delimiter === "," ? plain.replaceAll(",", "") : plain.replace(",", ".");
  return NUMBER.test(pointed) ? Number(pointed) : Number.NaN;
};
