import { meanAndVariance } from "../numeric";
import { findTone, powerSpectrum } from "../spectrum";
import { formatHertz } from "../units";
import { columnUnit } from "./columnUnit";
import { isNumbering, timeColumn } from "./scopeRecord";
import { readTable } from "./table";

/** What helps a reviewer to say how a record was sampled that does not say so itself. */
export type RateQuestion = {
  /** As they stand in the file. */
  firstLines: readonly string[];
  /** The likeliest first. */
  suggestions: readonly { sampleRateHz: number; because: string }[];
  /** Cycles of its strongest tone in a sample; null where there is none. */
  cyclesASample: number | null;
};

/** A heading, its unit, and some rows: enough to see what the columns are. */
const SHOWN_LINES = 6;
/** One line of the screen. */
const SHOWN_LETTERS = 90;
const UNITS: readonly (readonly [string, number])[] = [
  ["seconds", 1],
  ["milliseconds", 1e-3],
  ["microseconds", 1e-6],
];
/** What can be a tone from an amplifier. */
const AUDIBLE_HZ = { least: 10, most: 100_000 };
const LOOKED_AT = 2 ** 15;
/** No scope is set to more to look at audio; it also leaves out a time that stands still. */
const MOST_RATE_HZ = 50e6;

/** Looks at a text of numbers whose sample rate is not certain. Nothing in here is assumed: it is asked. */
export const rateQuestion = (text: string): RateQuestion => {
  const firstLines = text
    .split(/\r\n|\n|\r/, SHOWN_LINES)
    .map((line) => (line.length > SHOWN_LETTERS ? `${line.slice(0, SHOWN_LETTERS)}…` : line));
  const table = readTable(text) ?? readTable(text, 1);
  if (!table) return { firstLines, suggestions: [], cyclesASample: null };
  const columns = table.rows[0].map((_, k) => Float64Array.from(table.rows, (row) => row[k]));
  const time = timeColumn(
    columns,
    columns.map((_, k) => columnUnit(table.headings[k] ?? "")),
  );
  const others = columns.filter((values, k) => k !== time?.column && !isNumbering(values));
  const cyclesASample = toneOf(others);
  const suggestions = UNITS.flatMap(([unit, seconds]) =>
    time && time.step * seconds > 1 / MOST_RATE_HZ
      ? [{ sampleRateHz: 1 / (time.step * seconds), because: `its time is in ${unit}` }]
      : [],
  ).toSorted(
    (a, b) =>
      Number(isLikely(b.sampleRateHz, cyclesASample)) -
      Number(isLikely(a.sampleRateHz, cyclesASample)),
  );
  return { firstLines, suggestions, cyclesASample };
};

const isLikely = (sampleRateHz: number, cyclesASample: number | null): boolean => {
  const toneHz = (cyclesASample ?? 0) * sampleRateHz;
  return toneHz >= AUDIBLE_HZ.least && toneHz <= AUDIBLE_HZ.most;
};

/**
 * What a rate makes of the tone in a record, in words, and whether an amplifier may have played that.
 * Definition: cycles a second, from cycles in the record and samples a second.
 */
export const toneAtRate = (
  sampleRateHz: number,
  cyclesASample: number | null,
): { isLikely: boolean; words: string } => {
  if (cyclesASample === null)
    return { isLikely: true, words: "It contains no tone that would show the rate." };
  const likely = isLikely(sampleRateHz, cyclesASample);
  const tone = formatHertz(cyclesASample * sampleRateHz, 3);
  return {
    isLikely: likely,
    words: likely
      ? `At this rate its tone is ${tone}.`
      : `At this rate its tone would be ${tone}, which is not a test frequency.`,
  };
};

/** Cycles in a sample of the strongest tone in the column that varies most. */
const toneOf = (columns: readonly Float64Array[]): number | null => {
  const volts = columns
    .map((column) => column.subarray(0, LOOKED_AT))
    .reduce<Float64Array | null>(
      (most, column) =>
        most && meanAndVariance(most).variance >= meanAndVariance(column).variance ? most : column,
      null,
    );
  return volts && volts.length >= 64
    ? findTone(powerSpectrum(volts, 1, "hann"), 2 / volts.length, 0.49)
    : null;
};
