/**
 * Windows that are sums of cosines: w[n] = a0 - a1 cos(2 pi n / N) + a2 cos(4 pi n / N) - ...
 * Each list holds a0, a1, a2 ...
 * @see F. J. Harris, Proc. IEEE 66(1), 1978 (Hann, 4-term Blackman-Harris);
 *      H.-H. Albrecht, Proc. ICASSP, 2001 (7-term); G. Heinzel et al., 2002 (HFT116D flat top). From memory.
 */
export const WINDOW_TERMS = {
  rectangular: [1],
  hann: [0.5, 0.5],
  blackmanHarris4: [0.35875, 0.48829, 0.14128, 0.01168],
  blackmanHarris7: [
    0.27105140069342, 0.43329793923448, 0.21812299954311, 0.06592544638803, 0.01081174209837,
    0.00077658482522, 0.00001388721735,
  ],
  flatTop: [1, 1.9575375, 1.4780705, 0.6367431, 0.1228389, 0.0066288],
} as const satisfies Record<string, readonly number[]>;

export type WindowName = keyof typeof WINDOW_TERMS;

/**
 * Mean of the window: a tone's bin reads this times its true height. Hann: 0.5.
 * @see F. J. Harris, Proc. IEEE 66, 1978, coherent gain
 */
export const coherentGain = (name: WindowName): number => WINDOW_TERMS[name][0];

/** Bins on each side that hold a line of the 7-term window with its close sidebands; closer lines run into each other. */
export const LOBE_BINS = 8;

/** Mean of the square of the window. */
export const meanSquareOfWindow = (name: WindowName): number =>
  WINDOW_TERMS[name].reduce<number>(
    (sum, term, index) => sum + (index === 0 ? term * term : (term * term) / 2),
    0,
  );

/**
 * Equivalent noise bandwidth in bins: Hann 1.50, 4-term Blackman-Harris 2.00 (Harris, table 1).
 * @see F. J. Harris, Proc. IEEE 66, 1978, table 1
 */
export const noiseBandwidthBins = (name: WindowName): number =>
  meanSquareOfWindow(name) / coherentGain(name) ** 2;

/**
 * Half width of the main lobe in bins, to the first zero: the number of cosine terms.
 * @see F. J. Harris, Proc. IEEE 66, 1978
 */
export const mainLobeHalfWidthBins = (name: WindowName): number => WINDOW_TERMS[name].length;

const sampled = new Map<string, Float64Array>();
/** Lengths that are kept: one run asks for one or two. */
const MOST_SAMPLED = 4;

/**
 * The window sampled at N points, periodic (w[0] and w[N] would be equal), kept for the next caller. Do not write
 * into it.
 * @see F. J. Harris, Proc. IEEE 66, 1978; coefficients where each window is named
 */
export const windowSamples = (name: WindowName, length: number): Float64Array => {
  const key = `${name} ${length}`;
  let samples = sampled.get(key);
  if (!samples) {
    samples = new Float64Array(length);
    const terms = WINDOW_TERMS[name];
    for (let n = 0; n <= length / 2; n++) {
      const cosine = Math.cos((2 * Math.PI * n) / length);
      // cos(k x) by the Chebyshev recurrence, so one cosine serves all terms.
      let before = 1,
        now = cosine,
        sum: number = terms[0];
      for (let k = 1; k < terms.length; k++) {
        sum += (k % 2 === 0 ? terms[k] : -terms[k]) * now;
        [before, now] = [now, 2 * cosine * now - before];
      }
      samples[n] = sum;
      if (n > 0) samples[length - n] = sum;
    }
  }
  sampled.delete(key);
  sampled.set(key, samples);
  if (sampled.size > MOST_SAMPLED) sampled.delete(sampled.keys().next().value as string);
  return samples;
};

/**
 * The window's own transform, divided by N, at an offset of that many bins from a tone; complex, since the window
 * starts at sample 0. At offset 0 it is the coherent gain.
 *
 * Each cosine term puts half its height a whole number k of bins to either side, where the transform of N equal samples
 * is exp(-i pi d (N-1)/N) exp(i pi k/N) sin(pi d) / (N sin(pi (d + k)/N)): all terms share one sine of the offset.
 */
export const windowTransform = (
  name: WindowName,
  offsetBins: number,
  length: number,
): { re: number; im: number } => {
  const terms = WINDOW_TERMS[name];
  const whole = Math.round(offsetBins);
  // Exactly on a bin only the term that lies there is left.
  if (Math.abs(offsetBins - whole) < 1e-12)
    return { re: Math.abs(whole) < terms.length ? heightOf(terms, Math.abs(whole)) : 0, im: 0 };
  const shared = Math.sin(Math.PI * offsetBins) / length;
  const step = Math.PI / length;
  const turnCosine = Math.cos(step),
    turnSine = Math.sin(step);
  let re = (terms[0] * shared) / Math.sin(step * offsetBins),
    im = 0;
  let cosine = 1,
    sine = 0;
  for (let k = 1; k < terms.length; k++) {
    const turned = cosine * turnCosine - sine * turnSine;
    sine = sine * turnCosine + cosine * turnSine;
    cosine = turned;
    const height = heightOf(terms, k) * shared;
    const [above, below] = [
      height / Math.sin(step * (offsetBins + k)),
      height / Math.sin(step * (offsetBins - k)),
    ];
    re += (above + below) * cosine;
    im += (above - below) * sine;
  }
  const angle = (-Math.PI * offsetBins * (length - 1)) / length;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return { re: re * c - im * s, im: re * s + im * c };
};

/** Height of the line k bins beside the middle: half the term, with alternating sign. */
const heightOf = (terms: readonly number[], k: number): number =>
  k === 0 ? terms[0] : (k % 2 === 0 ? 0.5 : -0.5) * terms[k];

/**
 * How much more the mean square of noise scatters when it is read under a window than over the whole record: N sum w^4 / (sum w^2)^2.
 * Definition.
 */
export const powerScatterRatio = (name: WindowName): number => {
  const known = scatterRatios.get(name);
  if (known !== undefined) return known;
  const samples = windowSamples(name, SCATTER_SAMPLES);
  let squares = 0,
    fourths = 0;
  for (let n = 0; n < samples.length; n++) {
    const square = samples[n] ** 2;
    squares += square;
    fourths += square * square;
  }
  const ratio = (samples.length * fourths) / squares ** 2;
  scatterRatios.set(name, ratio);
  return ratio;
};

const scatterRatios = new Map<WindowName, number>();

/** Enough for a sum over so smooth a curve. */
const SCATTER_SAMPLES = 1024;
