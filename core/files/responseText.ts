import { failure, success, type Outcome } from "../outcome";
import type { Response } from "../response";
import { dbToAmplitudeRatio } from "../units";
import { columnUnit, type ColumnUnit } from "./columnUnit";
import { readTable, type Table } from "./table";

/** Fewer are no curve. */
const FEWEST_POINTS = 3;
/** Beyond it a number is not a frequency of an audio response. */
const MOST_HZ = 1e7;
/** Beyond it a number is no level. */
const MOST_DB = 300;

/** Lines of remarks, as response programs begin them, are no data; the last of them may name the columns. */
const tableOf = (text: string): Table | null => {
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\n|\r/);
  const isRemark = (line: string) => /^\s*[*#%;]/.test(line);
  const bare = readTable(lines.filter((line) => !isRemark(line)).join("\n"));
  if (!bare || bare.headings.some((name) => name !== "")) return bare;
  const width = bare.rows[0]?.length ?? 0;
  const named = lines
    .filter(isRemark)
    .map((line) =>
      line
        .replace(/^[\s*#%;]+/, "")
        .split(/[,;\t|]|\s{2,}/)
        .map((name) => name.trim()),
    )
    .findLast((names) => names.length === width && columnUnit(names[0]).quantity === "hertz");
  return named ? { ...bare, headings: named } : bare;
};

/**
 * Reads a frequency response from text: frequency (Hz, kHz or radians a second), level (dB, or a plain ratio where the heading
 * says so), and phase (degrees or radians) where a heading or the numbers say that a column is one. Of several levels the
 * first is taken, each with the phase beside it.
 * @returns a finding that says which line, or which column, is not clear
 * Definition: frequency, level and phase, a point a line, as most programs write them (common practice).
 */
export const readResponseText = (text: string): Outcome<Response> => {
  const table = tableOf(text);
  if (!table) return failure("no-samples", "File", "it has no columns of frequency and dB.");
  const { rows, headings } = table;
  if (rows.length < FEWEST_POINTS)
    return failure(
      "too-short",
      "File",
      `it has only ${rows.length} frequencies; a response needs three or more.`,
    );
  const columns = columnsOf(rows, headings);
  if (!columns.ok) return columns;
  const { frequency, level, phase } = columns.value;
  const hertzOf = (row: readonly number[]): number =>
    frequency.quantity === "radians-a-second" ? row[0] / (2 * Math.PI) : row[0] * frequency.scale;
  const bad = rows.find((row) => {
    const hertz = hertzOf(row);
    return (
      !(hertz > 0) ||
      hertz > MOST_HZ ||
      (level.isRatio ? !(row[level.column] > 0) : Math.abs(row[level.column]) > MOST_DB)
    );
  });
  if (bad)
    return failure(
      "no-samples",
      "File",
      `“${bad.slice(0, 3).join(", ")}” is not a frequency with a level. The first column must be the frequency in Hz, the second the level in dB.`,
    );
  return success(
    rows
      .map((row) => ({
        frequencyHz: hertzOf(row),
        ratio: level.isRatio ? row[level.column] : dbToAmplitudeRatio(row[level.column]),
        phaseRadians: phase ? row[phase.column] * phase.toRadians : 0,
      }))
      .sort((left, right) => left.frequencyHz - right.frequencyHz),
  );
};

type Columns = {
  frequency: ColumnUnit;
  level: { column: number; isRatio: boolean };
  phase: { column: number; toRadians: number } | null;
};

const columnsOf = (
  rows: readonly (readonly number[])[],
  headings: readonly string[],
): Outcome<Columns> => {
  const units = headings.map(columnUnit);
  const first = units[0] ?? columnUnit("");
  const frequency: ColumnUnit =
    first.quantity === "radians-a-second" || first.quantity === "hertz"
      ? first
      : { quantity: "hertz", scale: 1 };
  const at = (test: (quantity: ColumnUnit["quantity"]) => boolean): number =>
    units.findIndex(({ quantity }, column) => column > 0 && test(quantity));
  const decibels = at((quantity) => quantity === "decibels");
  const ratio = at((quantity) => quantity === "ratio" || quantity === "volts");
  const isRatio = decibels < 0 && ratio > 0;
  const column = Math.max(1, isRatio ? ratio : decibels);
  // Without a word about it, what lies at one and never below zero may be decibels or a plain ratio.
  const values = rows.map((row) => row[column]);
  if (
    decibels < 0 &&
    ratio < 0 &&
    /gain|magnitude|amplitude|level/i.test(headings[column] ?? "") &&
    values.every((value) => value > 0 && value < 1.5)
  )
    return failure(
      "no-samples",
      "File",
      `its column “${headings[column]}” may be decibels or a plain ratio. Write “dB” or “ratio” in its heading.`,
    );
  return success({ frequency, level: { column, isRatio }, phase: phaseColumn(units, column) });
};

/** The first column after the level that is a phase by its heading; the third without a heading, as most programs have it. */
const phaseColumn = (
  units: readonly ColumnUnit[],
  level: number,
): { column: number; toRadians: number } | null => {
  const column = units.findIndex(
    ({ quantity }, k) => k > level && (quantity === "degrees" || quantity === "radians"),
  );
  if (column > 0)
    return {
      column,
      toRadians: units[column].quantity === "radians" ? 1 : Math.PI / 180,
    };
  const next = units[level + 1];
  return next?.quantity === "unknown" ? { column: level + 1, toRadians: Math.PI / 180 } : null;
};

/**
 * Whether text looks like a response rather than a scope's record: rising frequencies in unequal steps, over a decade and more.
 * Chosen here, because text files do not say what they hold.
 */
export const isResponseText = (text: string): boolean => {
  const table = tableOf(text);
  if (!table || table.rows.length < FEWEST_POINTS) return false;
  const { quantity } = columnUnit(table.headings[0] ?? "");
  if (quantity === "hertz" || quantity === "radians-a-second") return true;
  if (quantity === "time") return false;
  const frequencies = table.rows.map(([frequency]) => frequency);
  const rises = frequencies.every(
    (frequency, k) => frequency > 0 && (k === 0 || frequency > frequencies[k - 1]),
  );
  const [first, last] = [frequencies[0], frequencies[frequencies.length - 1]];
  const mean = (last - first) / (frequencies.length - 1);
  return (
    rises &&
    last / first > 10 &&
    frequencies.some(
      (frequency, k) => k > 0 && Math.abs(frequency - frequencies[k - 1] - mean) > 0.6 * mean,
    )
  );
};
