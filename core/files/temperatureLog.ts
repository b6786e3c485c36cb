import { failure, success, type Outcome } from "../outcome";
import { columnUnit } from "./columnUnit";
import { cellsOf, type Delimiter } from "./table";

/** What one probe of a logger read, in order of time; what it missed is left out. */
export type ProbeLog = { name: string; seconds: Float64Array; celsius: Float64Array };

/** What a temperature logger wrote, a probe each. Seconds run from the first reading of all. */
export type TemperatureLog = { spots: readonly ProbeLog[] };

/** Fewer show no course. */
const FEWEST_READINGS = 3;
/** What a probe can show, in degrees Celsius. Chosen: from a deep freezer to glowing. */
const CELSIUS = { least: -60, most: 800 };
const BESIDE = /batt|hum(?:id|\b)|rh\b|feuchte|status|serial|index|^#$|^no\.?$|^nr\.?$|dew/i;

/** Degrees as a heading states them: "°C", "sink_f", "Celsius", or a letter in brackets: "(C)", "[F]". */
const DEGREES = /°\s?[CF]\b|_[CF]\b|celsius|fahrenheit|deg\s?[CF]\b|[([{]\s*[CF]\s*[)\]}]/i;
const FAHRENHEIT = /°\s?F\b|deg\s?F\b|[([{]\s*F\s*[)\]}]/i;

/** A column that only counts its rows: whole numbers, each the next, under a heading that states no degrees. */
const countsRows = (
  rows: readonly (readonly string[])[],
  column: number,
  heading: string,
): boolean => {
  if (DEGREES.test(heading)) return false;
  const values = rows.map((row) => numberIn(row[column] ?? ""));
  return values.every(
    (value, k) =>
      value !== null && Number.isInteger(value) && (k === 0 || value === (values[k - 1] ?? 0) + 1),
  );
};

/**
 * Reads the file of a temperature logger: a row a moment, with date and time (in one column or two, in the usual national
 * forms) or elapsed time, and a column a probe in °C or °F. Columns of battery, humidity and numbering are left out.
 * @returns a finding that says what is not clear, such as days and months that could be either
 * @see ISO 8601 for dates; national forms are common practice
 */
export const readTemperatureLog = (text: string): Outcome<TemperatureLog> => {
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\n|\r/)
    .filter((line) => /\S/.test(line));
  const delimiter = delimiterOf(lines);
  const cells = lines.map((line) => split(line, delimiter));
  const begins = cells.findIndex((row) => isMoment(row) && row.some(isNumber));
  if (begins < 0)
    return failure(
      "no-samples",
      "File",
      "it has no rows of time and temperatures. A logger file has a time column and one column per probe.",
    );
  const rows = cells.slice(begins).filter(isMoment);
  const headings = cells[begins - 1] ?? [];
  const clock = readClock(rows, headings);
  if (!clock.ok) return clock;
  const { secondsOf, columns: timeColumns } = clock.value;
  const width = rows.reduce((most, row) => Math.max(most, row.length), 0);
  const moments = rows.map(secondsOf);
  const spots = Array.from({ length: width }, (_, column) => column)
    .filter((column) => {
      const heading = headings[column] ?? "";
      const isBeside = BESIDE.test(heading) || countsRows(rows, column, heading);
      return !timeColumns.includes(column) && !isBeside;
    })
    .flatMap((column) => spotOf(rows, column, headings[column] ?? "", moments));
  if (spots.length === 0)
    return failure(
      "too-short",
      "File",
      "no column has three or more temperatures. Export the whole log.",
    );
  const start = Math.min(...spots.map(({ seconds }) => seconds[0]));
  return success({
    spots: spots.map((spot) => ({ ...spot, seconds: spot.seconds.map((at) => at - start) })),
  });
};

/**
 * Whether text looks like a logger's: moments with temperatures, by its headings or its dates.
 * Chosen here, because no standard says how a logger writes.
 */
export const isTemperatureLog = (text: string): boolean => {
  const lines = text.split(/\r\n|\n|\r/).filter((line) => line.trim() !== "");
  const delimiter = delimiterOf(lines);
  const cells = lines.slice(0, 60).map((line) => split(line, delimiter));
  const begins = cells.findIndex((row) => isMoment(row) && row.some((cell) => isNumber(cell)));
  if (begins < 0) return false;
  const headings = (cells[begins - 1] ?? []).join(" ");
  return (
    DEGREES.test(headings) ||
    /temp|sonde|probe|fühler/i.test(headings) ||
    cells[begins].some((cell) => DATE.test(cell) || /\d\s*°?[CF]$/.test(cell))
  );
};

const spotOf = (
  rows: readonly (readonly string[])[],
  column: number,
  heading: string,
  moments: readonly (number | null)[],
): ProbeLog[] => {
  const isFahrenheit = isInFahrenheit(rows, column, heading);
  const seconds = new Float64Array(rows.length),
    celsius = new Float64Array(rows.length);
  let count = 0,
    isInOrder = true;
  rows.forEach((row, k) => {
    const at = moments[k];
    const value = numberIn(row[column] ?? "");
    if (at === null || value === null) return;
    const read = isFahrenheit ? ((value - 32) * 5) / 9 : value;
    if (read < CELSIUS.least || read > CELSIUS.most) return;
    if (count > 0 && at < seconds[count - 1]) isInOrder = false;
    seconds[count] = at;
    celsius[count++] = read;
  });
  if (count < FEWEST_READINGS) return [];
  const name = heading
    .replace(/(?:[([\s_,]|\b)\s*(?:°|deg)?\s?(?:C|F|Celsius|Fahrenheit)\s*[)\]]?$/i, "")
    .replace(/[,;:\s]+$/, "")
    .trim();
  const read = { seconds: seconds.slice(0, count), celsius: celsius.slice(0, count) };
  return [{ name: name || `column ${column + 1}`, ...(isInOrder ? read : inOrder(read)) }];
};

const inOrder = ({ seconds, celsius }: Omit<ProbeLog, "name">): Omit<ProbeLog, "name"> => {
  const order = Array.from(seconds.keys()).sort((a, b) => seconds[a] - seconds[b]);
  return {
    seconds: Float64Array.from(order, (k) => seconds[k]),
    celsius: Float64Array.from(order, (k) => celsius[k]),
  };
};

/** Rows that are looked at for a unit beside each number: a logger does not change it on the way. */
const UNIT_ROWS = 200;

const isInFahrenheit = (
  rows: readonly (readonly string[])[],
  column: number,
  heading: string,
): boolean =>
  columnUnit(heading).quantity === "fahrenheit" ||
  FAHRENHEIT.test(heading) ||
  rows.slice(0, UNIT_ROWS).some((row) => /\d\s*°?F$/i.test(row[column] ?? ""));

const delimiterOf = (lines: readonly string[]): Delimiter => {
  const body = lines.slice(Math.floor(lines.length / 2)).slice(0, 50);
  const count = (delimiter: string) =>
    body.reduce((sum, line) => sum + line.split(delimiter).length - 1, 0);
  if (count("\t") >= body.length) return "\t";
  if (count(";") >= body.length) return ";";
  return count("|") >= body.length ? "|" : ",";
};

/** The same as trimming, without a new string where there is nothing to trim. */
const unpadded = (text: string): string =>
  text.charCodeAt(0) > BLANK && text.charCodeAt(text.length - 1) > BLANK ? text : text.trim();
/** The last of the characters that show nothing. @see ISO/IEC 646 */
const BLANK = 32;

const split = (line: string, delimiter: Delimiter): string[] =>
  line.includes('"')
    ? cellsOf(line, delimiter).map(({ text }) => text)
    : line.split(delimiter).map(unpadded);

const PLAIN = /^-?\d+(?:\.\d+)?$/;
const NUMBER = /^[-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?$/i;
/** A number with or without its unit; a decimal comma counts, since no column is parted within a cell. */
const numberIn = (cell: string): number | null => {
  // Nearly all cells are plain, and a day of seconds has a million of them.
  const plain = PLAIN.test(cell) ? Number(cell) : Number.NaN;
  if (Number.isFinite(plain)) return plain;
  const text = cell.replace(/\s*°?\s*[CF]$/i, "").trim();
  return NUMBER.test(text) ? Number(text.replace(",", ".")) : null;
};
const isNumber = (cell: string): boolean => numberIn(cell) !== null;

const DATE = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})\b|^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4}|\d{2})\b/;
const CLOCK = /(\d{1,3}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*([ap]\.?m\.?)?/i;

/** A row that tells when: a date, a time of day, or a number of seconds or minutes in front. */
const isMoment = (row: readonly string[]): boolean =>
  row.length >= 2 && (isTime(row[0]) || isTime(row[1]) || (row.length > 2 && isTime(row[2])));

// What nearly all cells are goes first.
const isTime = (cell: string): boolean =>
  PLAIN.test(cell) || DATE.test(cell) || CLOCK.test(cell) || isNumber(cell);

type Clock = {
  secondsOf(row: readonly string[]): number | null;
  columns: readonly number[];
};

/** How times are written: by date and time, by time alone, or as elapsed seconds, minutes or hours. */
const readClock = (
  rows: readonly (readonly string[])[],
  headings: readonly string[],
): Outcome<Clock> => {
  const columnOf = (pattern: RegExp): number =>
    rows[0].findIndex(
      (_, column) =>
        rows.slice(0, 50).filter((row) => pattern.test(row[column] ?? "")).length >
        Math.min(rows.length, 50) / 2,
    );
  const dateColumn = columnOf(DATE);
  const clockColumn = columnOf(CLOCK);
  if (dateColumn >= 0) {
    const dates = [...new Set(rows.map((row) => DATE.exec(row[dateColumn] ?? "")?.[0] ?? ""))];
    const order = dayOrder(dates);
    if (!order.ok) return order;
    const days = new Map(dates.map((date) => [date, dayNumber(date, order.value)]));
    return success({
      secondsOf: (row) => {
        const day = days.get(DATE.exec(row[dateColumn] ?? "")?.[0] ?? "") ?? null;
        const time = secondsOfDay(row[clockColumn >= 0 ? clockColumn : dateColumn] ?? "");
        return day === null ? null : day * 86_400 + (time ?? 0);
      },
      columns: [dateColumn, ...(clockColumn >= 0 ? [clockColumn] : [])],
    });
  }
  if (clockColumn >= 0) {
    const first = secondsOfDay(rows[0][clockColumn] ?? "") ?? 0;
    let days = 0,
      before = first;
    const seconds = new Map<readonly string[], number>();
    for (const row of rows) {
      const time = secondsOfDay(row[clockColumn] ?? "");
      if (time === null) continue;
      // Past midnight the clock begins again.
      if (time < before - 43_200) days++;
      before = time;
      seconds.set(row, days * 86_400 + time);
    }
    return success({ secondsOf: (row) => seconds.get(row) ?? null, columns: [clockColumn] });
  }
  return elapsed(rows, headings);
};

const elapsed = (
  rows: readonly (readonly string[])[],
  headings: readonly string[],
): Outcome<Clock> => {
  const rising = rows[0].findIndex((_, column) => {
    const values = rows.map((row) => numberIn(row[column] ?? ""));
    return values.every(
      (value, k) => value !== null && (k === 0 || value > (values[k - 1] ?? Infinity)),
    );
  });
  const named = headings.findIndex((heading) =>
    /time|zeit|temps|tempo|tijd|elapsed|sec|\bmin\b|\bs\b/i.test(heading),
  );
  const column = named >= 0 ? named : rising;
  if (column < 0)
    return failure("no-samples", "Time", "no column contains the time of the readings.");
  const heading = headings[column] ?? "";
  const scale = unitSeconds(heading);
  if (scale === null)
    return failure(
      "no-samples",
      "Time",
      `its column “${heading || column + 1}” does not state whether it is in seconds or minutes. Write “s” or “min” in its heading.`,
    );
  return success({
    secondsOf: (row) => {
      const value = numberIn(row[column] ?? "");
      return value === null ? null : value * scale;
    },
    columns: [
      column,
      ...(rising >= 0 && rising !== column && BESIDE.test(headings[rising] ?? "") ? [rising] : []),
    ],
  });
};

const unitSeconds = (heading: string): number | null => {
  if (/\bms\b|milli/i.test(heading)) return 1e-3;
  if (/\bmin(?:utes?|uten)?\b/i.test(heading)) return 60;
  if (/\bh(?:ours?|rs?)?\b|stunden/i.test(heading)) return 3600;
  return /\bs\b|_s\b|\bsec|sekunden|seconds?|secondes/i.test(heading) ? 1 : null;
};

type Order = "year-first" | "day-first" | "month-first";

/** Which of two numbers is the day: the one that goes beyond twelve, or the one that moves while the log runs. */
const dayOrder = (dates: readonly string[]): Outcome<Order> => {
  const found = dates.flatMap((text) => {
    const match = DATE.exec(text);
    return match ? [match] : [];
  });
  if (found.some((match) => match[1])) return success("year-first");
  if (found.some(([text]) => text.includes("."))) return success("day-first");
  const firsts = found.map((match) => Number(match[4])),
    seconds = found.map((match) => Number(match[5]));
  if (firsts.some((value) => value > 12)) return success("day-first");
  if (seconds.some((value) => value > 12)) return success("month-first");
  // Within one day it makes no difference to what was logged.
  if (new Set(found.map(([text]) => text)).size <= 1) return success("day-first");
  const moves = (values: readonly number[]) => new Set(values).size;
  if (moves(firsts) !== moves(seconds))
    return success(moves(firsts) > moves(seconds) ? "day-first" : "month-first");
  return failure(
    "no-samples",
    "Date",
    `“${found[0][0]}” may be day/month or month/day. Export the log with dates such as 2026-11-25.`,
  );
};

const dayNumber = (text: string, order: Order): number | null => {
  const match = DATE.exec(text);
  if (!match) return null;
  const parts = partsOf(match, order);
  const year = Number(parts.year) + (parts.year.length === 2 ? 2000 : 0);
  return daysFromCivil(year, Number(parts.month), Number(parts.day));
};

const partsOf = (match: RegExpExecArray, order: Order) => {
  if (match[1]) return { year: match[1], month: match[2], day: match[3] };
  return order === "month-first"
    ? { year: match[6], month: match[4], day: match[5] }
    : { year: match[6], month: match[5], day: match[4] };
};

/**
 * Days since 1970-01-01 in the Gregorian calendar.
 * @see H. Hinnant, chrono-Compatible Low-Level Date Algorithms, days_from_civil; from memory
 */
const daysFromCivil = (year: number, month: number, day: number): number | null => {
  if (month < 1 || month > 12 || day < 1 || day > 31) return null;
  const shifted = month <= 2 ? year - 1 : year;
  const era = Math.floor(shifted / 400);
  const yearOfEra = shifted - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra =
    yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146_097 + dayOfEra - 719_468;
};

const secondsOfDay = (text: string): number | null => {
  const match = CLOCK.exec(text);
  if (!match) return null;
  const [, hours, minutes, seconds, half] = match;
  let hour = Number(hours);
  if (half) hour = (hour % 12) + (/^p/i.test(half) ? 12 : 0);
  return hour * 3600 + Number(minutes) * 60 + Number((seconds ?? "0").replace(",", "."));
};
