import { failure, success, type Outcome } from "../outcome";
import { readTable, type Table } from "./table";

/** A scope's record in volts at even times. */
export type ScopeRecord = {
  channels: readonly Float64Array[];
  names: readonly string[];
  sampleRateHz: number;
};

const TIME_SCALES: readonly (readonly [RegExp, number])[] = [
  [/\bns\b|nano/i, 1e-9],
  [/(\bus\b|µs|μs|micro)/i, 1e-6],
  [/(\bms\b|_ms|milli)/i, 1e-3],
  [/(\bs\b|_s\b|sec|time)/i, 1],
];
const VOLT_SCALES: readonly (readonly [RegExp, number])[] = [
  [/(µV|uV)/, 1e-6],
  [/(\bmV\b|_mv\b|millivolt)/i, 1e-3],
];
/** Steps of time may differ by this share of their mean: times are written with few digits. */
const UNEVEN_RATIO = 0.51;

const scaleOf = (text: string, scales: readonly (readonly [RegExp, number])[]): number | null =>
  scales.find(([pattern]) => pattern.test(text))?.[1] ?? null;

/** What a preamble says of the sampling: "Sample rate, 1000000", "Sample Interval;2e-6", "dt = 1 us". */
const rateInPreamble = (preamble: readonly string[]): number | null => {
  for (const line of preamble) {
    const value = Number(
      /([-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?)/i
        .exec(line.replace(/^[^,;:=\t]*[,;:=\t]/, ""))?.[1]
        ?.replace(",", "."),
    );
    if (!(value > 0)) continue;
    if (/(sampl\w*\s*(rate|freq)|rate\s*\(?hz|^fs\b)/i.test(line)) return value * rateScaleIn(line);
    if (/(sampl\w*\s*(interval|period|time)|increment|^dt\b|^delta)/i.test(line))
      return 1 / (value * (scaleOf(line.replace(/^[^,;:=\t]*/, ""), TIME_SCALES.slice(0, 3)) ?? 1));
  }
  return null;
};

/**
 * Reads a scope's record from text: heading lines, one column of time (in seconds, ms, µs, ns or sample numbers) and one of volts a
 * channel, or columns of volts only when the heading tells the sample rate.
 * @param givenRateHz for a file that numbers its samples, when the reviewer knows the rate
 * Common practice of oscilloscopes: headings, then a row an instant.
 */
export const readScopeRecord = (
  text: string,
  givenRateHz: number | null = null,
): Outcome<ScopeRecord> => {
  const table = readTable(text);
  if (!table)
    return failure(
      "no-samples",
      "File",
      "it holds no two columns of numbers. A scope's record has a column of time and one of volts a channel.",
    );
  if (table.rows.length < 16)
    return failure(
      "too-short",
      "File",
      `it holds only ${table.rows.length} rows of numbers; record more.`,
    );
  const timed = timing(table, givenRateHz);
  if (!timed.ok) return timed;
  const { sampleRateHz, firstVoltColumn } = timed.value;
  const channels = table.rows[0].slice(firstVoltColumn).map((_, k) => {
    const scale = scaleOf(table.headings[firstVoltColumn + k] ?? "", VOLT_SCALES) ?? 1;
    return Float64Array.from(table.rows, (row) => scale * row[firstVoltColumn + k]);
  });
  return success({
    channels,
    names: channels.map(
      (_, k) => table.headings[firstVoltColumn + k] || `column ${firstVoltColumn + k + 1}`,
    ),
    sampleRateHz,
  });
};

const timing = (
  { rows, headings, preamble }: Table,
  givenRateHz: number | null,
): Outcome<{ sampleRateHz: number; firstVoltColumn: number }> => {
  const said = givenRateHz ?? rateInPreamble(preamble);
  const times = rows.map(([time]) => time);
  const step = (times[times.length - 1] - times[0]) / (times.length - 1);
  const isEven =
    step > 0 &&
    times.every(
      (time, k) => k === 0 || Math.abs(time - times[k - 1] - step) <= UNEVEN_RATIO * step,
    );
  const rises = times.every((time, k) => k === 0 || time > times[k - 1]);
  if (rises && !isEven)
    return failure(
      "no-samples",
      "Time",
      "its steps are not even: samples are missing. Export the whole record at one rate.",
    );
  const heading = headings[0] ?? "";
  const isNumbering =
    rises && step === 1 && times.every(Number.isInteger) && !/time|\bs\b|sec/i.test(heading);
  if (rises && !isNumbering)
    return success({
      sampleRateHz: 1 / (step * (scaleOf(heading, TIME_SCALES) ?? 1)),
      firstVoltColumn: 1,
    });
  if (said === null)
    return failure(
      "no-samples",
      "Time",
      "the file numbers its samples but does not tell the rate. Give the sample rate beside it.",
    );
  return success({ sampleRateHz: said, firstVoltColumn: isNumbering ? 1 : 0 });
};

/** What a rate is given in: megahertz, kilohertz or hertz. */
const rateScaleIn = (line: string): number => {
  if (/\bMS\/?s|MHz/i.test(line)) return 1e6;
  return /\bkS\/?s|kHz/i.test(line) ? 1e3 : 1;
};
