import { rootMeanSquare } from "../numeric";
import { analyseBursts } from "../burst";
import { analyseTone, readFlattening } from "../distortion/reading";
import { findFrequencySteps } from "../response";
import type { RunKind } from "../run";
import { powerSpectrum, type Spectrum } from "../spectrum";
import { findSteps } from "../sweep/reading";
import { LEAST_SAMPLES } from "../wav";

/** What a recording seems to be, and what in it says so. */
export type KindGuess = { kind: RunKind; because: string };

/** A guess goes by how levels stand to each other: any load will do. */
const LOAD = { loadOhms: 8, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 };
/** A listening channel is this far under the driven one. */
const IDLE_RATIO = 0.05;
const LEAST_LEVELS = 5;
/** Past its limit output may fall again. */
const RISING_SHARE = 0.7;
/** A supply that limits its current holds this much of the highest level. */
const HELD_RATIO = 0.5;
const LEAST_FREQUENCIES = 5;
/** Envelope that loses this much while a tone is held. */
const SAGS_RATIO = 0.95;
const HELD_SECONDS = 0.8;

/**
 * Guesses from its content which run a recording was made for; the reviewer confirms it or says otherwise.
 * Chosen here, because recordings do not say what they were made for.
 */
export const guessKind = (channels: readonly Float64Array[], sampleRateHz: number): KindGuess => {
  if (channels[0].length < LEAST_SAMPLES)
    return { kind: "noise", because: "it is too short to tell" };
  const levels = channels.map(rootMeanSquare);
  const loudest = levels.indexOf(Math.max(...levels));
  const volts = channels[loudest];
  const lines = strongLines(
    powerSpectrum(
      volts.subarray(0, Math.min(volts.length, 1 << 20)),
      sampleRateHz,
      "blackmanHarris7",
    ),
  );
  const inBursts = burstGuess(volts, sampleRateHz);
  if (isIdle(channels, levels, loudest, sampleRateHz))
    return (
      inBursts ?? { kind: "crosstalk", because: "one channel plays and another is almost silent" }
    );
  const two = twoTones(lines);
  if (two) return two;
  const frequencies = findFrequencySteps(volts, sampleRateHz).filter(
    ({ seconds }) => seconds > 0.02,
  );
  const distinct = frequencies.filter(
    ({ frequencyHz }, k) =>
      k === 0 || Math.abs(frequencyHz / frequencies[k - 1].frequencyHz - 1) > 0.02,
  );
  if (distinct.length >= LEAST_FREQUENCIES)
    return { kind: "response", because: `a sine steps through ${distinct.length} frequencies` };
  const levelCount = risingLevels(volts, sampleRateHz);
  if (levelCount >= LEAST_LEVELS)
    return { kind: "power-sweep", because: `a tone rises in ${levelCount} levels` };
  if (inBursts) return inBursts;
  if (lines.length > 8) return { kind: "multitone", because: `${lines.length} simultaneous tones` };
  return oneTone(volts, sampleRateHz);
};

const burstGuess = (volts: Float64Array, sampleRateHz: number): KindGuess | null => {
  const bursts = analyseBursts(volts, sampleRateHz, LOAD);
  return bursts.ok && bursts.value.stepRatio > 3 && bursts.value.bursts[0].seconds < 0.6
    ? {
        kind: "burst",
        because: `${bursts.value.bursts.length} bursts of ${Math.round(1000 * bursts.value.bursts[0].seconds)} ms above the level in between`,
      }
    : null;
};

/** How many levels a tone rises through; none when what is found goes up and down. Where a supply limits its current, it stays below the highest. */
const risingLevels = (volts: Float64Array, sampleRateHz: number): number => {
  const found = findSteps(volts, sampleRateHz);
  if (!found.ok) return 0;
  const levels = found.value.steps.map(({ firstSample, sampleCount }) =>
    rootMeanSquare(volts.subarray(firstSample, firstSample + sampleCount)),
  );
  const most = Math.max(...levels);
  const top = levels.indexOf(most);
  const isHeld = levels.slice(top).every((level) => level > HELD_RATIO * most);
  const risen = isHeld ? levels.slice(0, top + 1) : levels;
  const rises = risen.filter((level, k) => k > 0 && level > risen[k - 1]).length;
  return rises >= RISING_SHARE * (risen.length - 1) && most > 3 * levels[0] ? risen.length : 0;
};

const isIdle = (
  channels: readonly Float64Array[],
  levels: readonly number[],
  loudest: number,
  sampleRateHz: number,
): boolean =>
  channels.length > 1 &&
  levels.some((level, k) => k !== loudest && level < IDLE_RATIO * levels[loudest]) &&
  analyseTone(channels[loudest], sampleRateHz).ok;

type Line = { frequencyHz: number; voltsRms: number };

/** Lines within 26 dB of the strongest, strongest first. */
const strongLines = ({ meanSquare, binHz }: Spectrum): Line[] => {
  let most = 0;
  for (let k = 4; k < meanSquare.length; k++) most = Math.max(most, meanSquare[k]);
  const lines: Line[] = [];
  for (let k = 9; k < meanSquare.length - 9; k++) {
    if (
      meanSquare[k] < most / 400 ||
      meanSquare[k] < meanSquare[k - 1] ||
      meanSquare[k] <= meanSquare[k + 1]
    )
      continue;
    // A line stands far above what lies a lobe away on both sides; noise and sweeps do not.
    if (meanSquare[k] > 1e3 * Math.max(meanSquare[k - 9], meanSquare[k + 9]))
      lines.push({ frequencyHz: k * binHz, voltsRms: Math.sqrt(meanSquare[k]) });
  }
  return lines.sort((a, b) => b.voltsRms - a.voltsRms);
};

const twoTones = (lines: readonly Line[]): KindGuess | null => {
  if (lines.length < 2) return null;
  const [low, high] = [lines[0], lines[1]].sort((a, b) => a.frequencyHz - b.frequencyHz);
  const ratio = high.frequencyHz / low.frequencyHz;
  if (low.frequencyHz > 8000 && ratio < 1.2 && lines[1].voltsRms > 0.5 * lines[0].voltsRms)
    return { kind: "intermodulation", because: "two high tones close together" };
  if (
    low.frequencyHz < 400 &&
    high.frequencyHz > 3000 &&
    Math.abs(ratio - Math.round(ratio)) * low.frequencyHz < 60 &&
    low.voltsRms > 2 * high.voltsRms &&
    lines.length < 8
  )
    return { kind: "intermodulation", because: "a low tone with a high one a quarter as strong" };
  return null;
};

const oneTone = (volts: Float64Array, sampleRateHz: number): KindGuess => {
  const tone = analyseTone(volts, sampleRateHz);
  if (!tone.ok || tone.value.thdPlusNoiseRatio > 0.6)
    return rootMeanSquare(volts) < 0.05
      ? { kind: "noise", because: "there is no tone and hardly any signal" }
      : { kind: "noise-response", because: "it is loud noise" };
  const { fundamentalHz } = tone.value;
  if (givesWay(volts, sampleRateHz))
    return { kind: "staying-power", because: "a held tone that sags" };
  return readFlattening(volts, sampleRateHz, fundamentalHz).present
    ? { kind: "clip-search", because: "a steady clipped tone" }
    : { kind: "spectrum", because: "a steady tone" };
};

/** A cycle of the mains: ripple does not look like a change of level. */
const PART_SECONDS = 0.02;

/** Whether a tone that is held for a while ends lower than it began; silence before and after does not count. */
const givesWay = (volts: Float64Array, sampleRateHz: number): boolean => {
  const size = Math.round(PART_SECONDS * sampleRateHz);
  const parts = Array.from({ length: Math.floor(volts.length / size) }, (_, k) =>
    rootMeanSquare(volts.subarray(k * size, (k + 1) * size)),
  );
  const most = Math.max(...parts);
  // The first and last part of what sounds hold its edges.
  const sounding = parts.filter((level) => level > 0.4 * most).slice(1, -1);
  return (
    sounding.length * PART_SECONDS > HELD_SECONDS &&
    sounding[sounding.length - 1] < SAGS_RATIO * most
  );
};
