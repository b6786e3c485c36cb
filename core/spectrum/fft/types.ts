/**
 * A forward transform of real samples, of one even length N: fill `input`, call `run`, read bins 0 to N/2 from
 * `re` and `im` (X[k] = sum of x[n] exp(-2 pi i k n / N), not scaled). Buffers are reused by the next run.
 */
export type RealTransform = {
  readonly length: number;
  readonly input: Float64Array;
  readonly re: Float64Array;
  readonly im: Float64Array;
  run(): void;
};
