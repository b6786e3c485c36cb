import { peakOf } from "../numeric";
import { requirePositive, requireRange } from "../units";
import { fadeInto } from "./fade";
import { seededUniform } from "./seededRandom";

/** What all stimuli share. Levels are peak volts; they hold exactly between the fades. */
export type StimulusFrame = { seconds: number; sampleRateHz: number; fadeSeconds: number };

export type Tone = { frequencyHz: number; voltsPeak: number; phaseRadians?: number };

/**
 * The sum of sines. One tone is a plain sine, two the stimulus of an intermodulation test.
 * @throws {RangeError} on a tone at or above half the sample rate
 * Definition: a sum of sines.
 */
export const tones = (parts: readonly Tone[], frame: StimulusFrame): Float64Array => {
  const volts = new Float64Array(
    Math.round(
      requirePositive("seconds", frame.seconds) *
        requirePositive("sampleRateHz", frame.sampleRateHz),
    ),
  );
  for (const { frequencyHz, voltsPeak, phaseRadians = 0 } of parts) {
    requireRange("frequencyHz", frequencyHz, 0.001, frame.sampleRateHz / 2);
    const omega = (2 * Math.PI * frequencyHz) / frame.sampleRateHz;
    for (let n = 0; n < volts.length; n++)
      volts[n] += voltsPeak * Math.sin(omega * n + phaseRadians);
  }
  return fadeInto(volts, frame.sampleRateHz, frame.fadeSeconds);
};

/** Difference-frequency test: 19 and 20 kHz, equal. @see IEC 60268-3:2018, 14.12.8 (from memory) */
export const differenceTones = (voltsPeakTotal: number, frame: StimulusFrame): Float64Array =>
  tones(
    [
      { frequencyHz: 19_000, voltsPeak: voltsPeakTotal / 2 },
      { frequencyHz: 20_000, voltsPeak: voltsPeakTotal / 2 },
    ],
    frame,
  );

/** Modulation test: 60 Hz and 7 kHz, four to one. @see SMPTE RP 120 (from memory) */
export const modulationTones = (voltsPeakTotal: number, frame: StimulusFrame): Float64Array =>
  tones(
    [
      { frequencyHz: 60, voltsPeak: 0.8 * voltsPeakTotal },
      { frequencyHz: 7000, voltsPeak: 0.2 * voltsPeakTotal },
    ],
    frame,
  );

/** Common practice: about three an octave, from 20 Hz to 20 kHz. */
export const MULTITONE_COUNT = 32;

/**
 * Frequencies of a multitone: 32, spread evenly in logarithm from 20 Hz to 20 kHz, each moved to a whole number of
 * cycles in the period, so that products of distortion fall between them.
 * @see AES17 and E. Czerwinski et al., Multitone Testing of Sound System Components, J. AES 49, 2001; from memory
 */
export const multitoneFrequencies = (periodSeconds: number): number[] =>
  Array.from(
    { length: MULTITONE_COUNT },
    (_, k) =>
      Math.max(
        1,
        2 * Math.round((20 * 1000 ** (k / (MULTITONE_COUNT - 1)) * periodSeconds) / 2) + 1,
      ) / periodSeconds,
  ).filter((frequency, k, all) => k === 0 || frequency > all[k - 1]);

/**
 * A multitone of equal tones, phases tried from a seed for a low crest factor; the best of forty sets is kept.
 * @param voltsPeak the highest instant of the sum
 * @see S. Boyd, IEEE Trans. Circuits Syst. 33, 1986 (why phases matter); random search is this program's own way
 */
export const multitone = (
  voltsPeak: number,
  periodSeconds: number,
  frame: StimulusFrame,
  seed: number,
): Float64Array => {
  const volts = tones(chosenTones(periodSeconds, frame.sampleRateHz, seed).parts, frame);
  const scale = voltsPeak / peakOf(volts);
  return volts.map((value) => value * scale);
};

/**
 * How far the highest instant of a multitone stands above its RMS: about 3.7, where one tone has 1.41.
 * Definition: peak over root mean square, of tones of unit peak.
 */
export const multitoneCrestFactor = (
  periodSeconds: number,
  sampleRateHz: number,
  seed: number,
): number => {
  const { parts } = chosenTones(periodSeconds, sampleRateHz, seed);
  const period = tones(parts, { sampleRateHz, seconds: periodSeconds, fadeSeconds: 0 });
  return peakOf(period) / Math.sqrt(parts.length / 2);
};

type ChosenTones = { parts: readonly Tone[]; peak: number };
/** The search takes a second, and the same few are asked for again and again. */
const chosen = new Map<string, ChosenTones>();
/** More different signals than anybody asks for in a session. */
const MOST_CHOSEN = 16;

const chosenTones = (periodSeconds: number, sampleRateHz: number, seed: number): ChosenTones => {
  const key = [periodSeconds, sampleRateHz, seed].join(" ");
  const known = chosen.get(key);
  if (known) return known;
  if (chosen.size >= MOST_CHOSEN) chosen.clear();
  const found = searchedTones(periodSeconds, sampleRateHz, seed);
  chosen.set(key, found);
  return found;
};

const searchedTones = (periodSeconds: number, sampleRateHz: number, seed: number): ChosenTones => {
  const frequencies = multitoneFrequencies(periodSeconds).filter(
    (frequency) => frequency < 0.45 * sampleRateHz,
  );
  const uniform = seededUniform(seed);
  // The search runs at a moderate rate: peaks between its samples differ little, and the same phases win at every rate.
  const period = {
    sampleRateHz: Math.min(SEARCH_RATE_HZ, sampleRateHz),
    seconds: periodSeconds,
    fadeSeconds: 0,
  };
  let best: ChosenTones = { parts: [], peak: Infinity };
  for (let attempt = 0; attempt < MULTITONE_ATTEMPTS; attempt++) {
    const parts = frequencies.map((frequencyHz) => ({
      frequencyHz,
      voltsPeak: 1,
      phaseRadians: 2 * Math.PI * uniform(),
    }));
    const peak = peakOf(tones(parts, period));
    if (peak < best.peak) best = { parts, peak };
  }
  return best;
};

/** The search takes a second at this rate, and longer at a higher one. */
const SEARCH_RATE_HZ = 48_000;

/** Sets of phases of which the best is taken. */
const MULTITONE_ATTEMPTS = 40;
