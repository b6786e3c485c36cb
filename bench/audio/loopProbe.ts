import { inverseTransform, transformOf } from "@/core/spectrum";
import { logSweep } from "@/core/signal";

/** A short glide over the middle of the band: its delay shows as one sharp peak, that of a tone as many. */
const GLIDE = { lowHz: 200, highHz: 4000, seconds: 0.15 };

/** What is played to find the way through an amplifier, in volts. */
export const probeVolts = (voltsPeak: number, sampleRateHz: number): Float64Array =>
  logSweep(GLIDE, voltsPeak, sampleRateHz);

export type LoopReading = {
  /** Samples from what was played to what came back. */
  delaySamples: number;
  /** Output over input; below zero where it comes back upside down. */
  gainRatio: number;
  /** 1 where what came back is nothing but what was played, 0 where it has nothing to do with it. */
  correlation: number;
};

/**
 * The delay of a loop and its gain, by cross-correlation of what was played with what came back.
 * @param heard at least as long as what was played
 * @throws {RangeError} on silence that was played
 * @see J. S. Bendat, A. G. Piersol, Random Data, 4th edition, 2010, section 5.1 (time delay by cross-correlation). From memory.
 */
export const findLoop = (played: Float64Array, heard: Float64Array): LoopReading => {
  const energy = sumOfProducts(played, played);
  if (!(energy > 0)) throw new RangeError("nothing was played");
  const correlation = crossCorrelation(played, heard);
  const lags = Math.max(1, heard.length - played.length + 1);
  let delaySamples = 0;
  for (let lag = 1; lag < lags; lag++)
    if (Math.abs(correlation[lag]) > Math.abs(correlation[delaySamples])) delaySamples = lag;
  const back = heard.subarray(delaySamples, delaySamples + played.length);
  const backEnergy = sumOfProducts(back, back);
  return {
    delaySamples,
    gainRatio: correlation[delaySamples] / energy,
    correlation:
      backEnergy > 0 ? Math.abs(correlation[delaySamples]) / Math.sqrt(energy * backEnergy) : 0,
  };
};

const sumOfProducts = (a: Float64Array, b: Float64Array): number =>
  a.reduce((sum, value, n) => sum + value * b[n], 0);

/** Entry `lag` is the sum of products of what was played with what came back so much later. */
const crossCorrelation = (played: Float64Array, heard: Float64Array): Float64Array => {
  const length = 2 ** Math.ceil(Math.log2(played.length + heard.length));
  const a = transformOf(played, length),
    b = transformOf(heard, length);
  const re = a.re.map((value, k) => value * b.re[k] + a.im[k] * b.im[k]);
  const im = a.re.map((value, k) => value * b.im[k] - a.im[k] * b.re[k]);
  return inverseTransform(re, im);
};
