/** RMS of what alternates, as a voltmeter for alternating volts reads it; the peak counts an offset too. */
export type AlternatingLevels = { rms: number; peak: number };

type Sums = { count: number; sum: number; squares: number; peak: number };

/** Levels of a wave that grows, each time since the look before the last one: what is seen twice is summed once. */
export class RecentLevels {
  private seen = 0;
  private last: Sums = { count: 0, sum: 0, squares: 0, peak: 0 };

  /** @param done samples of the wave that are there by now; of none yet, both levels are 0 */
  look(volts: Float64Array, done: number): AlternatingLevels {
    const { last } = this;
    const now = sumsOf(volts, this.seen, done);
    this.seen = done;
    this.last = now;
    const count = Math.max(1, last.count + now.count);
    const mean = (last.sum + now.sum) / count;
    return {
      rms: Math.sqrt(Math.max(0, (last.squares + now.squares) / count - mean * mean)),
      peak: Math.max(last.peak, now.peak),
    };
  }
}

const sumsOf = (volts: Float64Array, from: number, to: number): Sums => {
  let sum = 0,
    squares = 0,
    peak = 0;
  for (let n = from; n < to; n++) {
    const value = volts[n];
    sum += value;
    squares += value * value;
    if (Math.abs(value) > peak) peak = Math.abs(value);
  }
  return { count: to - from, sum, squares, peak };
};
