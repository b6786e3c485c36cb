import type { Course } from "@/core/heat";

/** Points of a line as pixels. */
export type Pixels = readonly (readonly [x: number, y: number])[];

/** The first place, not before `from`, at which the times reach a moment; their number where none does. */
export const firstAtOrAfter = (seconds: Float64Array, moment: number, from = 0): number => {
  let low = from,
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
 * @param x pixels of a moment, a rising straight line; @param y pixels of a temperature
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
  const perPixel = 1 / (x(1) - x(0));
  for (let k = first; k <= last;) {
    // The column ends at a moment that need not be looked for reading by reading.
    const ends = (Math.floor(x(seconds[k])) + 1 - x(0)) * perPixel;
    const end = Math.min(last, Math.max(k, firstAtOrAfter(seconds, ends, k) - 1));
    let lowest = k,
      highest = k;
    for (let at = k + 1; at <= end; at++) {
      if (celsius[at] < celsius[lowest]) lowest = at;
      if (celsius[at] > celsius[highest]) highest = at;
    }
    let drawn = -1;
    for (const at of [k, Math.min(lowest, highest), Math.max(lowest, highest), end]) {
      if (at === drawn) continue;
      line.push([x(seconds[at]), y(celsius[at])]);
      drawn = at;
    }
    k = end + 1;
  }
  return line;
};
