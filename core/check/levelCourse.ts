import { meanAndVariance } from "../numeric";
import { formatPercent, formatSignificant } from "../units";

/** How the level of a tone went over a recording. */
export type LevelCourse = {
  /** The lowest stretch over the highest, as RMS volts. */
  lowestRatio: number;
  /** What it did, in words, where it did anything. */
  words: string;
};

/** More would tell no more, and take longer. */
const MOST_STRETCHES = 60;
/** Whole cycles of the tone in a stretch at least, and seconds. */
const LEAST_CYCLES = 4;
const LEAST_SECONDS = 0.004;
/** Fades at either end belong to whoever made the file; a stretch there is left out where it is the only low one. */
const EDGE_STRETCHES = 1;
/** A stretch below this part of the highest counts as low. */
const LOW_RATIO = 0.6;

/**
 * Follows the level of a tone in stretches of whole cycles.
 * @returns null where there are too few cycles to compare
 * Definition: RMS volts, the mean of each stretch taken away.
 */
export const levelCourse = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
): LevelCourse | null => {
  const samplesACycle = sampleRateHz / frequencyHz;
  const least = Math.max(LEAST_CYCLES * samplesACycle, LEAST_SECONDS * sampleRateHz);
  const count = Math.min(MOST_STRETCHES, Math.floor(volts.length / least));
  if (count < 4) return null;
  const cycles = Math.floor(volts.length / count / samplesACycle);
  const levels = Array.from({ length: count }, (_, k) => {
    const first = Math.floor((k * volts.length) / count);
    const stretch = volts.subarray(first, first + Math.round(cycles * samplesACycle));
    return Math.sqrt(meanAndVariance(stretch).variance);
  });
  const inner = levels.slice(EDGE_STRETCHES, -EDGE_STRETCHES);
  const highest = Math.max(...inner),
    lowest = Math.min(...inner);
  return {
    // A tone that sounds at an end alone leaves nothing between.
    lowestRatio: highest > 0 ? lowest / highest : 0,
    words: courseWords(inner, volts.length / sampleRateHz / count),
  };
};

const courseWords = (levels: readonly number[], stretchSeconds: number): string => {
  const highest = Math.max(...levels);
  const isLow = levels.map((level) => level < LOW_RATIO * highest);
  const changes = isLow.filter((low, k) => k > 0 && low !== isLow[k - 1]).length;
  const seconds = (stretches: number): string =>
    `${formatSignificant((stretches + EDGE_STRETCHES) * stretchSeconds, 2)} s`;
  if (changes === 1)
    return isLow[0]
      ? `it starts only after ${seconds(isLow.indexOf(false))}`
      : `it stops after ${seconds(isLow.indexOf(true))}`;
  if (changes > 2) return "it comes in bursts";
  if (changes === 2)
    return isLow[0]
      ? "it is present only part of the time"
      : `it drops out after ${seconds(isLow.indexOf(true))}`;
  const [first, last] = [levels[0], levels[levels.length - 1]];
  const change = last / first - 1;
  const spread = 1 - Math.min(...levels) / highest;
  if (Math.abs(change) > 0.7 * spread)
    return change < 0
      ? `it fell by ${formatPercent(-change)} from start to end`
      : `it rose by ${formatPercent(change)} from start to end`;
  return `it varies by ${formatPercent(spread)}`;
};
