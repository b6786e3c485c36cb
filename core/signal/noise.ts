import { requirePositive } from "../units";
import { fadeInto } from "./fade";
import { seededNormal } from "./seededRandom";
import type { StimulusFrame } from "./tones";

/**
 * Pink noise (equal power in every octave, 10 Hz to half the sample rate) from a seed, RMS volts as given: white noise
 * through nine one-pole filters an octave or so apart, whose sum falls by 3 dB an octave within about 0.3 dB.
 * @see R. F. Voss, J. Clarke, J. Acoust. Soc. Am. 63, 1978, for the principle of summing relaxations
 */
export const pinkNoise = (
  voltsRms: number,
  { seconds, sampleRateHz, fadeSeconds }: StimulusFrame,
  seed: number,
): Float64Array => {
  requirePositive("voltsRms", voltsRms);
  const normal = seededNormal(seed);
  const volts = new Float64Array(
    Math.round(requirePositive("seconds", seconds) * requirePositive("sampleRateHz", sampleRateHz)),
  );
  const poles = Array.from({ length: POLE_COUNT }, (_, k) =>
    Math.exp((-2 * Math.PI * LOWEST_POLE_HZ * POLE_SPACING ** k) / sampleRateHz),
  );
  // Equal power in each relaxation: amplitude sqrt(1 - pole^2) makes all of unit variance.
  const gains = poles.map((pole) => Math.sqrt(1 - pole * pole));
  const states = new Float64Array(POLE_COUNT);
  let squares = 0;
  for (let n = 0; n < volts.length; n++) {
    let sum = 0;
    for (let k = 0; k < POLE_COUNT; k++) {
      states[k] = poles[k] * states[k] + gains[k] * normal();
      sum += states[k];
    }
    volts[n] = sum;
    squares += sum * sum;
  }
  const scale = voltsRms / Math.sqrt(squares / volts.length);
  return fadeInto(
    volts.map((value) => value * scale),
    sampleRateHz,
    fadeSeconds,
  );
};

/** From 4 Hz to beyond 20 kHz. */
const POLE_COUNT = 9;
/** Below the band, so that its first octave is pink too. */
const LOWEST_POLE_HZ = 4;
/** Close enough that their sum falls nearly straight. */
const POLE_SPACING = 3;

/** Nothing at all, for noise measurements. Definition: zero volts. */
export const silence = ({
  seconds,
  sampleRateHz,
}: Pick<StimulusFrame, "seconds" | "sampleRateHz">): Float64Array =>
  new Float64Array(Math.round(requirePositive("seconds", seconds) * sampleRateHz));
