import { requirePositive } from "../units";
import { fastLength } from "./fft/fastLength";
import { realTransform, type RealTransform } from "./fft/realTransform";
import type { Spectrum } from "./types";
import { meanSquareOfWindow, windowSamples, type WindowName } from "./window";

/**
 * The spectrum of a capture, straight line removed, windowed. Uses the longest quick length that fits, taken from
 * the middle of the samples.
 * @param volts at least 16 samples
 * @param sampleRateHz above zero
 * @throws {RangeError} on fewer samples or a rate that is not above zero
 * @see A. V. Oppenheim, R. W. Schafer, Discrete-Time Signal Processing, 3rd ed., section 10.5 (periodogram)
 */
export const powerSpectrum = (
  volts: Float64Array,
  sampleRateHz: number,
  window: WindowName,
): Spectrum => {
  const spectrum = passingSpectrum(volts, sampleRateHz, window, straightLine);
  return {
    ...spectrum,
    re: spectrum.re.slice(),
    im: spectrum.im.slice(),
    meanSquare: spectrum.meanSquare.slice(),
  };
};

/** What is taken from the samples before they are windowed. */
type Trend = { offset: number; slope: number };
/** Samples as they are. */
const NO_TREND: Trend = { offset: 0, slope: 0 };

const powers = new WeakMap<RealTransform, Float64Array>();

/**
 * The same without a copy: its arrays are overwritten by the next spectrum of that length, so read what you need at
 * once. By default no straight line is removed, which costs a pass over the samples; under a Blackman-Harris window an
 * offset stays in the lowest bins anyway.
 * @see powerSpectrum
 */
export const passingSpectrum = (
  volts: Float64Array,
  sampleRateHz: number,
  window: WindowName,
  trendOf: (volts: Float64Array, first: number, length: number) => Trend = () => NO_TREND,
): Spectrum => {
  requirePositive("sampleRateHz", sampleRateHz);
  if (volts.length < 16)
    throw new RangeError(`volts has ${volts.length} samples; a spectrum takes at least 16`);
  const length = fastLength(volts.length);
  const first = Math.floor((volts.length - length) / 2);
  const transform = realTransform(length);
  const { input } = transform;
  const shape = windowSamples(window, length);
  const { offset, slope } = trendOf(volts, first, length);
  if (offset === 0 && slope === 0)
    for (let n = 0; n < length; n++) input[n] = volts[first + n] * shape[n];
  else
    for (let n = 0; n < length; n++) input[n] = (volts[first + n] - offset - slope * n) * shape[n];
  transform.run();

  const bins = length / 2 + 1;
  const { re, im } = transform;
  const meanSquare = powers.get(transform) ?? new Float64Array(bins);
  powers.set(transform, meanSquare);
  const scale = 2 / (length * length * meanSquareOfWindow(window));
  for (let k = 0; k < bins; k++) meanSquare[k] = (re[k] * re[k] + im[k] * im[k]) * scale;
  meanSquare[0] /= 2;
  meanSquare[bins - 1] /= 2;
  return { window, length, sampleRateHz, binHz: sampleRateHz / length, meanSquare, re, im };
};

/** Least-squares line through the samples: offset at the first of them, slope a sample. */
const straightLine = (volts: Float64Array, first: number, length: number): Trend => {
  const centre = (length - 1) / 2;
  let sum = 0,
    moment = 0;
  for (let n = 0; n < length; n++) {
    const value = volts[first + n];
    sum += value;
    moment += value * (n - centre);
  }
  const slope = moment / ((length * (length * length - 1)) / 12);
  return { offset: sum / length - slope * centre, slope };
};
