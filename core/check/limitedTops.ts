/** Spans of the height in which samples are counted: where flat tops gather, and below them. */
const TOP_FROM = 0.94;
const BELOW = [0.82, 0.88] as const;

/** Fewer samples in a half say nothing. */
const LEAST_SAMPLES = 200;
/** So many of ten thousand samples of a half may stand above its height: spikes, and overshoot of filters. */
const SPIKE_SHARE = 1e-4;

/**
 * A sine has three times as many samples in the top span as in the one below, at any level; cut so that it distorts by one percent, four
 * times. Many tones and noise thin out towards their height: a tenth, and cut to seven tenths as many. Closed form of the sine: the
 * arcsine distribution; the others were counted.
 */
const MOST_RATIO = { tone: 4, peaky: 0.7 } as const;

/** Tones one after another, or many at once and noise, which have rare peaks. */
export type Shape = keyof typeof MOST_RATIO;

/**
 * Whether the tops of a signal are held at a height, whatever its frequencies: by how its samples gather there.
 * @returns the lower of the heights at which they are held, in volts; null where they are not
 * @see G. R. Cooper and C. D. McGillem, Probabilistic Methods of Signal and System Analysis, on the density of a sine; from memory
 */
export const heldAt = (volts: Float64Array, shape: Shape): number | null => {
  const heights = [1, -1].flatMap((sign) => heightOf(volts, sign, MOST_RATIO[shape]) ?? []);
  return heights.length > 0 ? Math.min(...heights) : null;
};

const BINS = 4096;

const heightOf = (volts: Float64Array, sign: number, mostRatio: number): number | null => {
  let peak = 0;
  for (const value of volts) if (sign * value > peak) peak = sign * value;
  if (!(peak > 0)) return null;
  const counts = new Uint32Array(BINS + 1);
  let total = 0;
  for (const value of volts)
    if (sign * value > 0) {
      counts[Math.floor((sign * value * BINS) / peak)]++;
      total++;
    }
  if (total < LEAST_SAMPLES) return null;
  let above = 0,
    top = BINS;
  while (top > 0 && above + counts[top] <= SPIKE_SHARE * total) above += counts[top--];
  const within = (from: number, to: number): number => {
    let sum = 0;
    for (let k = Math.ceil(from * top); k < Math.min(to * top, BINS + 1); k++) sum += counts[k];
    return sum;
  };
  const held = within(TOP_FROM, 1.02);
  const below = within(...BELOW);
  return held > mostRatio * Math.max(below, LEAST_SAMPLES / 20) ? (top / BINS) * peak : null;
};
