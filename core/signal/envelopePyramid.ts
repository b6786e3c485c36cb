import { requireRange } from "../units";

/** Lowest and highest sample of groups of 64, of groups of 64 of those, and so on: any stretch is drawn from a few thousand numbers. */
export type EnvelopePyramid = {
  samples: Float32Array;
  levels: readonly { groupSize: number; low: Float32Array; high: Float32Array }[];
};

/** Lowest and highest sample of each column. */
export type EnvelopeColumns = { low: Float32Array; high: Float32Array };

/** Samples in a group, and groups in one of the next: each level is small beside the one under it, and none is coarse for a screen. */
const GROUP = 64;

/** Definition: lowest and highest of ever larger groups. */
export const envelopePyramid = (volts: Float64Array): EnvelopePyramid => {
  const samples = Float32Array.from(volts);
  const levels: { groupSize: number; low: Float32Array; high: Float32Array }[] = [];
  let low: Float32Array = samples,
    high: Float32Array = samples;
  for (let groupSize = GROUP; groupSize < volts.length; groupSize *= GROUP) {
    const count = Math.ceil(low.length / GROUP);
    const nextLow = new Float32Array(count),
      nextHigh = new Float32Array(count);
    for (let group = 0; group < count; group++)
      [nextLow[group], nextHigh[group]] = extremes(
        low,
        high,
        group * GROUP,
        Math.min(low.length, (group + 1) * GROUP),
      );
    levels.push({ groupSize, low: nextLow, high: nextHigh });
    [low, high] = [nextLow, nextHigh];
  }
  return { samples, levels };
};

const extremes = (
  low: Float32Array,
  high: Float32Array,
  from: number,
  to: number,
): [number, number] => {
  let least = low[from],
    most = high[from];
  for (let k = from + 1; k < to; k++) {
    if (low[k] < least) least = low[k];
    if (high[k] > most) most = high[k];
  }
  return [least, most];
};

/**
 * A stretch of samples as columns of a picture: nothing that stands out is lost, however many samples fall into a column. Where a column
 * spans many groups their edges may reach up to one group of samples beyond the column.
 * @param count samples of the stretch, at least as many as columns or each sample is its own column
 * Definition: lowest and highest of each column.
 */
export const envelopeColumns = (
  { samples, levels }: EnvelopePyramid,
  first: number,
  count: number,
  columns: number,
): EnvelopeColumns => {
  requireRange("columns", columns, 1, 16_384);
  const perColumn = count / columns;
  const level = levels.filter(({ groupSize }) => groupSize <= perColumn / 2).at(-1);
  const [low, high, size] = level
    ? [level.low, level.high, level.groupSize]
    : [samples, samples, 1];
  const found = { low: new Float32Array(columns), high: new Float32Array(columns) };
  for (let column = 0; column < columns; column++) {
    const from = Math.max(
      0,
      Math.min(low.length - 1, Math.floor((first + column * perColumn) / size)),
    );
    const to = Math.max(
      from + 1,
      Math.min(low.length, Math.ceil((first + (column + 1) * perColumn) / size)),
    );
    [found.low[column], found.high[column]] = extremes(low, high, from, to);
  }
  return found;
};
