/**
 * Samples folded about the middle of their record, the way least-squares sums are formed quickest: whatever is even there
 * meets only what is even, whatever is odd only what is odd.
 */
export type Folded = {
  /** Of each two samples equally far from the middle: their sum, and the later less the earlier. A middle sample stands alone. */
  even: Float64Array;
  odd: Float64Array;
  /** Of the samples before folding. */
  count: number;
  /** How far from the middle the first pair lies, in samples: 0.5, or 0 where there is a sample in the middle. */
  first: number;
};

/** Rotating a phase step by step gathers rounding; it is set afresh after this many steps. */
export const RESET_EVERY = 256;

/** Folds samples. Definition: even and odd parts of a sequence about its middle. */
export const foldedAboutMiddle = (samples: Float64Array): Folded => {
  const count = samples.length;
  const pairs = Math.ceil(count / 2);
  const even = new Float64Array(pairs),
    odd = new Float64Array(pairs);
  for (let n = 0, early = pairs - 1, late = count - pairs; n < pairs; n++, early--, late++) {
    even[n] = early === late ? samples[late] : samples[late] + samples[early];
    odd[n] = samples[late] - samples[early];
  }
  return { even, odd, count, first: count % 2 === 0 ? 0.5 : 0 };
};
