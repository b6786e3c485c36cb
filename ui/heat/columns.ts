import type { Course } from "@/core/heat";

/** Points of a line as pixels. */
export type Pixels = readonly (readonly [x: number, y: number])[];

/** The first place at which the times reach a moment; their number where none does. */
export const firstAtOrAfter = (seconds: Float64Array, moment: number): number => {
  let low = 0,
    high = seconds.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (seconds[middle] < moment) low = middle + 1;
    else high = middle;
  }
  return low;
};

/**
 * A course as a line to draw: every reading where there are few, and of many in one column of pixels the first, lowest, highest and
 * last. A day of seconds is so drawn in a few milliseconds, and no peak is lost.
 * @param x pixels of a moment, rising; @param y pixels of a temperature
 */
export const linePixels = (
  { seconds, celsius }: Course,
  [from, to]: readonly [number, number],
  x: (seconds: number) => number,
  y: (celsius: number) => number,
): Pixels => {
  const first = Math.max(0, firstAtOrAfter(seconds, from) - 1);
  const last = Math.min(seconds.length - 1, firstAtOrAfter(seconds, to));
  const line: (readonly [number, number])[] = [];
  for (let k = first; k <= last;) {
    const column = Math.floor(x(seconds[k]));
    let lowest = k,
      highest = k,
      end = k;
    while (end + 1 <= last && Math.floor(x(seconds[end + 1])) === column) {
      end++;
      if (celsius[end] < celsius[lowest]) lowest = end;
      if (celsius[end] > celsius[highest]) highest = end;
    }
    for (const at of new Set([k, lowest, highest, end].sort((a, b) => a - b)))
      line.push([x(seconds[at]), y(celsius[at])]);
    k = end + 1;
  }
  return line;
};
