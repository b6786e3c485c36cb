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
export const heldTopsAt = (volts: Float64Array, shape: Shape): number | null => {
  const dense = shape === "tone" && samplesInCycle(volts) >= LEAST_DENSE ? between(volts) : volts;
  const heights = [1, -1].flatMap((sign) => heightOf(dense, sign, MOST_RATIO[shape]) ?? []);
  return heights.length > 0 ? Math.min(...heights) : null;
};

/** With fewer samples in a cycle a cubic does not follow a sine, and fewer of them have a whole number of samples in it. Tried. */
const LEAST_DENSE = 20;

/** Samples of a cycle, by how often the signal rises through zero. */
const samplesInCycle = (volts: Float64Array): number => {
  let rises = 0;
  for (let n = 1; n < volts.length; n++) if (volts[n - 1] < 0 && volts[n] >= 0) rises++;
  return rises > 0 ? volts.length / rises : Infinity;
};

/** Points from one sample to the next. */
const POINTS = 8;

/**
 * The way from sample to sample, by a cubic through its neighbours: a tone that has a whole number of samples in a cycle always meets the
 * same few heights, and counting those says nothing of its shape.
 * @see E. Catmull and R. Rom, A class of local interpolating splines, 1974; from memory
 */
const between = (volts: Float64Array): Float64Array => {
  const dense = new Float64Array(Math.max(0, POINTS * (volts.length - 3)));
  for (let n = 1; n + 2 < volts.length; n++) {
    const a = volts[n - 1],
      b = volts[n],
      c = volts[n + 1],
      d = volts[n + 2];
    const least = Math.min(a, b, c, d),
      most = Math.max(a, b, c, d);
    for (let k = 0; k < POINTS; k++) {
      const at = k / POINTS;
      const value =
        b + 0.5 * at * (c - a + at * (2 * a - 5 * b + 4 * c - d + at * (3 * (b - c) + d - a)));
      // At a corner the cubic shoots over, and would stand above the height at which the tops are held.
      dense[POINTS * (n - 1) + k] = Math.max(least, Math.min(most, value));
    }
  }
  return dense;
};

/** Heights that are distinguished, from zero to the peak. */
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
