/** The simulation runs this many times faster than the converter, so that clipping does not fold back audibly. */
export const OVERSAMPLING = 4;

const TAPS = 128;
/** Kaiser window shape for about 100 dB of stop band. @see J. F. Kaiser, Proc. IEEE ISCAS, 1974 */
const KAISER_BETA = 10;

/** Low-pass taps that cut at half the converter's rate, unit gain. */
const taps = (() => {
  const cutoff = 0.9 / OVERSAMPLING;
  const raw = Float64Array.from({ length: TAPS }, (_, k) => {
    const x = k - (TAPS - 1) / 2;
    const edge = (2 * x) / (TAPS - 1);
    return (Math.sin(Math.PI * cutoff * x) / (Math.PI * x)) * (bessel0(KAISER_BETA * Math.sqrt(1 - edge * edge)) / bessel0(KAISER_BETA));
  });
  const sum = raw.reduce((total, tap) => total + tap, 0);
  return raw.map((tap) => tap / sum);
})();

/** Modified Bessel function of order 0, by its power series. */
function bessel0(x: number): number {
  let term = 1, sum = 1;
  for (let k = 1; term > 1e-14 * sum; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/** Every OVERSAMPLING-th sample of the band-limited signal; the linear-phase filter's delay is taken out. */
export const decimate = (fast: Float64Array): Float64Array => {
  const slow = new Float64Array(Math.floor(fast.length / OVERSAMPLING));
  const delay = TAPS / 2;
  for (let n = 0; n < slow.length; n++) {
    const first = n * OVERSAMPLING - delay;
    let sum = 0;
    for (let k = Math.max(0, -first); k < TAPS && first + k < fast.length; k++) sum += taps[k] * fast[first + k];
    slow[n] = sum;
  }
  return slow;
};
