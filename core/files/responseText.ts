import { failure, success, type Outcome } from "../outcome";
import type { Response } from "../response";
import { dbToAmplitudeRatio } from "../units";
import { readTable } from "./table";

/**
 * Reads a frequency response from text: frequency in Hz, level in dB and, where there is a third column, phase in degrees.
 * Definition: frequency, level and phase, a point a line, as most programs write them (common practice).
 */
export const readResponseText = (text: string): Outcome<Response> => {
  const table = readTable(
    text
      .split(/\r\n|\n|\r/)
      .filter((line) => !/^\s*[*#%;]/.test(line))
      .join("\n"),
  );
  if (!table) return failure("no-samples", "File", "it holds no columns of frequency and dB.");
  const points = table.rows
    .map(([frequencyHz, db, degrees]) => ({
      frequencyHz,
      ratio: dbToAmplitudeRatio(db),
      phaseRadians: ((degrees ?? 0) * Math.PI) / 180,
    }))
    .sort((left, right) => left.frequencyHz - right.frequencyHz);
  if (points.length < 3)
    return failure(
      "too-short",
      "File",
      `it holds only ${points.length} frequencies; a response takes three or more.`,
    );
  const bad = table.rows.find(
    ([frequencyHz, db]) => !(frequencyHz > 0) || frequencyHz > 1e7 || Math.abs(db) > 300,
  );
  if (bad)
    return failure(
      "no-samples",
      "File",
      `“${bad.slice(0, 3).join(", ")}” is no frequency with its dB. The first column must be frequency in Hz, the second dB.`,
    );
  return success(points);
};

/**
 * Whether text looks like a response rather than a scope's record: rising frequencies in unequal steps, over a decade and more.
 * Chosen here, because text files do not say what they hold.
 */
export const isResponseText = (text: string): boolean => {
  const table = readTable(
    text
      .split(/\r\n|\n|\r/)
      .filter((line) => !/^\s*[*#%;]/.test(line))
      .join("\n"),
  );
  if (!table || table.rows.length < 3) return false;
  const frequencies = table.rows.map(([frequency]) => frequency);
  if (/freq|\bhz\b/i.test(table.headings[0] ?? "")) return true;
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
