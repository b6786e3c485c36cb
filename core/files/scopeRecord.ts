import { failure, success, type Outcome } from "../outcome";
import { formatShort } from "../units";
import { columnUnit } from "./columnUnit";
import { readTable, type Table } from "./table";

/** A scope's record in volts at even times. */
export type ScopeRecord = {
  channels: readonly Float64Array[];
  names: readonly string[];
  sampleRateHz: number;
};

/** What the reviewer says of a record where it does not say so itself. */
export type ScopeGiven = {
  sampleRateHz?: number | null;
  /** Seconds in one unit of its time. */
  timeUnitSeconds?: number | null;
};

/** Fewer hold no cycle that could be read. */
const FEWEST_ROWS = 16;
/** Steps of time may differ by this share of their mean: times are written with few digits. */
const UNEVEN_RATIO = 0.51;
/** Without a unit, steps of time up to this can only be seconds: as milliseconds they would be faster than any audio recorder. Chosen here. */
const SURELY_SECONDS = 1e-4;
const RATES_HZ = { least: 100, most: 20e9 };

const TIME_UNITS: readonly (readonly [RegExp, number])[] = [
  [/\bns\b|nano/i, 1e-9],
  [/\bus\b|[µμ]s|micro/i, 1e-6],
  [/\bms\b|milli/i, 1e-3],
  [/\bs\b|sec/i, 1],
];
const RATE_UNITS: readonly (readonly [RegExp, number])[] = [
  [/G(?:Sa|S|Hz)\b/i, 1e9],
  [/M(?:Sa|S|Hz)\b/, 1e6],
  [/k(?:Sa|S|Hz)\b/i, 1e3],
];
const NUMBER = /[-+]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:e[-+]?\d+)?/i;

/** The number after a name and its sign: "Sample rate: 0.1 MSa/s", "dt = 1e-5". */
const valueAfterName = (line: string): number => {
  const rest = /[,;:=\t|]/.test(line) ? line.replace(/^[^,;:=\t|]*[,;:=\t|]/, "") : line;
  return /^[\s"=:]*[-+]?[\d.,]/.test(rest)
    ? Number(NUMBER.exec(rest)?.[0].replace(",", "."))
    : Number.NaN;
};

/** What a preamble says of the sampling, in hertz. */
const rateInPreamble = (preamble: readonly string[]): number | null => {
  for (const line of preamble.map((each) => each.replace(/^[\s*#%;"]+/, ""))) {
    const value = valueAfterName(line);
    if (!(value > 0)) continue;
    if (/(sampl\w*\s*(rate|freq)|abtastrate|rate\s*\(?hz|^fs\b)/i.test(line))
      return value * (RATE_UNITS.find(([unit]) => unit.test(line))?.[1] ?? 1);
    if (/(sampl\w*\s*(interval|period|time)|increment|^dt\b|^delta|^x\s?incr)/i.test(line))
      return (
        1 /
        (value *
          (TIME_UNITS.find(([unit]) => unit.test(line.replace(/^[^,;:=\t|]*/, "")))?.[1] ?? 1))
      );
  }
  return rateBesideNames(preamble);
};

/** Some write names in one line and, under "Increment", its number in the next. */
const rateBesideNames = (preamble: readonly string[]): number | null => {
  for (const [k, line] of preamble.entries()) {
    const names = line.split(/[,;\t|]/).map((name) => name.trim());
    const at = names.findIndex((name) => /^(x\s?)?(increment|incr\.?|interval|dt)$/i.test(name));
    const value = Number((preamble[k + 1] ?? "").split(/[,;\t|]/)[at]);
    if (at >= 0 && value > 0) return 1 / value;
  }
  return null;
};

/** "Time Unit: ms", "Horizontal Units,us" */
const timeUnitInPreamble = (preamble: readonly string[]): number | null => {
  const line = preamble.find((each) => /(time|horizontal|x)[\s-]*(axis\s*)?units?\b/i.test(each));
  if (!line) return null;
  const rest = line.replace(/^.*?units?/i, "");
  return TIME_UNITS.find(([unit]) => unit.test(rest))?.[1] ?? null;
};

/**
 * Reads a scope's record from text: heading lines, one column of time or of sample numbers, and one of volts a channel; or
 * columns of volts only, when the heading tells the sample rate. A unit or a rate that is not certain is asked for.
 * @param given what the reviewer knows of it
 * Common practice of oscilloscopes: headings, then a row an instant.
 */
export const readScopeRecord = (
  text: string,
  { sampleRateHz = null, timeUnitSeconds = null }: ScopeGiven = {},
): Outcome<ScopeRecord> => {
  const table = readTable(text) ?? readTable(text, 1);
  if (!table)
    return failure(
      "no-samples",
      "File",
      "it has no columns of numbers. An oscilloscope record has a time column and one voltage column per channel.",
    );
  if (table.rows.length < FEWEST_ROWS)
    return failure(
      "too-short",
      "File",
      `it has only ${table.rows.length} rows of numbers; record more.`,
    );
  const columns = Array.from({ length: table.rows[0].length }, (_, k) =>
    Float64Array.from(table.rows, (row) => row[k]),
  );
  const units = columns.map((_, k) => columnUnit(table.headings[k] ?? ""));
  const time = timeColumn(columns, units);
  const rate = rateOf(table, time, { sampleRateHz, timeUnitSeconds });
  if (!rate.ok) return rate;
  const shown = columns.flatMap((volts, k) => {
    if (k === time?.column || isNumbering(volts)) return [];
    return units[k].quantity === "volts" || units[k].quantity === "unknown"
      ? [{ volts: volts.map((value) => value * units[k].scale), name: table.headings[k], k }]
      : [];
  });
  if (shown.length === 0)
    return failure(
      "no-samples",
      "File",
      `none of its columns (${table.headings.filter((name) => name !== "").join(", ") || "without names"}) contains volts. Export the voltage.`,
    );
  return success({
    channels: shown.map(({ volts }) => volts),
    names: shown.map(({ name, k }) => name || `column ${k + 1}`),
    sampleRateHz: rate.value,
  });
};

type TimeColumn = { column: number; step: number; isEven: boolean; scale: number | null };

/** Whole numbers that count up by one. */
export const isNumbering = (values: Float64Array): boolean =>
  values.length > 1 &&
  values[1] - values[0] === 1 &&
  values.every((value, k) => Number.isInteger(value) && (k === 0 || value - values[k - 1] === 1));

/** The column of time: by its heading, else the first where it rises evenly and nothing says that it holds something else. */
export const timeColumn = (
  columns: readonly Float64Array[],
  units: readonly ReturnType<typeof columnUnit>[],
): TimeColumn | null => {
  if (columns.length < 2) return null;
  const named = units.findIndex(({ quantity }) => quantity === "time");
  const column = named >= 0 ? named : 0;
  const values = columns[column];
  // "X" and "#" name what is counted, and now and then what is timed.
  const mayBeTime = units[0].quantity === "unknown" || units[0].quantity === "number";
  if (named < 0 && (!mayBeTime || isNumbering(values))) return null;
  const step = (values[values.length - 1] - values[0]) / (values.length - 1);
  const rises = values.every((value, k) => k === 0 || value > values[k - 1]);
  if (named < 0 && !rises) return null;
  return {
    column,
    step,
    isEven:
      step > 0 &&
      values.every(
        (value, k) => k === 0 || Math.abs(value - values[k - 1] - step) <= UNEVEN_RATIO * step,
      ),
    scale: named >= 0 && units[named].isStated ? units[named].scale : null,
  };
};

const rateOf = (
  { preamble }: Table,
  time: TimeColumn | null,
  { sampleRateHz, timeUnitSeconds }: Required<ScopeGiven>,
): Outcome<number> => {
  if (sampleRateHz !== null) return plausible(sampleRateHz);
  if (time && !time.isEven)
    return failure(
      "no-samples",
      "Time",
      "its time steps are uneven or decreasing: samples may be missing. Export the whole record at one rate.",
    );
  // What its column of time says for certain goes before what a preamble says.
  const isCertain = time !== null && (time.scale !== null || timeUnitSeconds !== null);
  const said = isCertain ? null : rateInPreamble(preamble);
  if (said !== null) return plausible(said);
  return time
    ? rateFromTime(time, timeUnitSeconds ?? time.scale ?? timeUnitInPreamble(preamble))
    : failure(
        "no-samples",
        "Time",
        "the file numbers its samples but does not state the rate. Enter the sample rate.",
      );
};

const rateFromTime = ({ step }: TimeColumn, said: number | null): Outcome<number> => {
  const scale = said ?? (step <= SURELY_SECONDS ? 1 : null);
  return scale === null
    ? failure(
        "no-samples",
        "Time",
        `it does not state the unit of its time. In seconds its rate would be ${formatShort(1 / step)} Hz, in milliseconds ${formatShort(1000 / step)} Hz. Enter the sample rate.`,
      )
    : plausible(1 / (step * scale));
};

const plausible = (rateHz: number): Outcome<number> =>
  rateHz >= RATES_HZ.least && rateHz <= RATES_HZ.most
    ? success(rateHz)
    : failure(
        "no-samples",
        "Time",
        `its stated rate of ${formatShort(rateHz)} Hz is too low for audio. Enter the sample rate.`,
      );
