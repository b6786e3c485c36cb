import { meanOf } from "../numeric";
import { fitFlanks, type FlankModel } from "./flankModel";
import { peakBetweenSamples } from "./peakBetweenSamples";
import type { TonePieces } from "./toneBySpectrum";
import type { Flattening, Half, HalfWave } from "./types";
import type { WaveformReading } from "./waveform";

/** A tip counts as flattened when it stays this far short of where the flanks point. Common practice: what a careful eye sees on a scope. */
export const FLATTENING_CRITERION_RATIO = 0.003;

/** Share of all cycles that must be flattened; supply ripple may flatten only every tenth. */
const LEAST_SHARE = 0.02;
/** The flanks: samples below this share of the lower tip. */
const FLANK_SHARE = 0.75;
/** Flat tops are made of harmonics from the third up: with fewer samples a cycle a recording cannot hold them. */
const FEWEST_SAMPLES_A_CYCLE = 12;
const CYCLES_A_BLOCK = 16;
const MOST_BLOCKS = 6;
/** Halves whose tips are this close (over their mean) clip together. */
const SAME_VOLTS_RATIO = 0.0015;

/**
 * Do the tops flatten, which half first, and by how much? Sines are fitted to the flanks only and continued to the
 * tips. Two models, one without and one with a second and third harmonic: smooth compression bends the first and
 * follows the second, so a half counts as flattened only where the tip stays short of both. Three standard
 * deviations of the flanks' own noise are allowed on top of the criterion.
 * Long captures are sampled in blocks, so that drift and supply ripple are followed.
 * @param volts at least one cycle of a steady tone
 * The criterion is chosen here, because no standard names one: what a careful eye sees on a scope.
 */
export const readFlattening = (
  volts: Float64Array,
  sampleRateHz: number,
  fundamentalHz: number,
): Flattening => {
  const halves = { positive: emptyTally(), negative: emptyTally() };
  const canShow = sampleRateHz / fundamentalHz >= FEWEST_SAMPLES_A_CYCLE;
  for (const block of canShow ? blocksOf(volts, sampleRateHz / fundamentalHz) : [])
    tallyBlock(block, sampleRateHz, fundamentalHz, halves);
  const positive = halfWave(halves.positive);
  const negative = halfWave(halves.negative);
  const isFlat = (half: HalfWave, tally: Tally) =>
    half.flattenedCycleCount > Math.max(0, LEAST_SHARE * tally.tips.length - 1e-9);
  const flat = {
    positive: isFlat(positive, halves.positive),
    negative: isFlat(negative, halves.negative),
  };
  return {
    present: flat.positive || flat.negative,
    firstHalf: firstHalf(flat, positive.tipVolts, negative.tipVolts),
    cycleCount: Math.max(halves.positive.tips.length, halves.negative.tips.length),
    positive,
    negative,
  };
};

/**
 * A tip cut by the criterion leaves 0.044 % of the fundamental above the fifth harmonic, and 0.006 % where only every
 * fiftieth cycle is cut (closed form: the cap of a cosine, h - t^2/2 within t = sqrt(2h) of the tip, has a flat spectrum
 * up to order pi/t). Half of that is the limit below which there is nothing to look for.
 */
const LEAST_ABOVE_FIFTH_RATIO = 0.00003;
/** With fewer samples a cycle most of the cap's spectrum may lie beyond the recording. */
const ENOUGH_SAMPLES_FOR_ITS_SPECTRUM = 48;

/** Can there be flat tops at all? Reading one number of the spectrum saves the search in every clean recording. */
export const canHideFlattening = (
  { fundamentalHz, fundamentalVoltsRms, aboveFifthMeanSquare }: TonePieces,
  sampleRateHz: number,
): boolean =>
  sampleRateHz / fundamentalHz < ENOUGH_SAMPLES_FOR_ITS_SPECTRUM ||
  Math.sqrt(aboveFifthMeanSquare) > LEAST_ABOVE_FIFTH_RATIO * fundamentalVoltsRms;

/** What is said of a recording that cannot hide flat tops. */
export const noFlattening = (
  { voltsPeakPositive, voltsPeakNegative }: WaveformReading,
  cycleCount: number,
): Flattening => {
  const round = (tipVolts: number): HalfWave => ({
    shortfallRatio: 0,
    tipVolts,
    tipSpreadVolts: 0,
    flattenedCycleCount: 0,
  });
  return {
    present: false,
    firstHalf: null,
    cycleCount,
    positive: round(voltsPeakPositive),
    negative: round(-voltsPeakNegative),
  };
};

/** One entry a cycle: how far short the tip is, and how high. */
type Tally = { shortfalls: number[]; tips: number[]; flattened: number };
const emptyTally = (): Tally => ({ shortfalls: [], tips: [], flattened: 0 });

const blocksOf = (volts: Float64Array, samplesACycle: number): Float64Array[] => {
  const blockSamples = Math.round(CYCLES_A_BLOCK * samplesACycle);
  const fitting = Math.floor(volts.length / blockSamples);
  if (fitting <= 1) return [volts];
  const count = Math.min(fitting, MOST_BLOCKS);
  const step = (volts.length - blockSamples) / (count - 1);
  return Array.from({ length: count }, (_, k) =>
    volts.subarray(Math.floor(k * step), Math.floor(k * step) + blockSamples),
  );
};

/** The middle of a block and how far from it its flanks reach; null in silence. */
const flanksOf = (block: Float64Array): { middle: number; limit: number } | null => {
  let highest = -Infinity,
    lowest = Infinity,
    sum = 0;
  for (let n = 0; n < block.length; n++) {
    const value = block[n];
    if (value > highest) highest = value;
    if (value < lowest) lowest = value;
    sum += value;
  }
  const middle = sum / block.length;
  const limit = FLANK_SHARE * Math.min(highest - middle, middle - lowest);
  return limit > 0 ? { middle, limit } : null;
};

const tallyBlock = (
  block: Float64Array,
  sampleRateHz: number,
  fundamentalHz: number,
  halves: Record<Half, Tally>,
): void => {
  const flanks = flanksOf(block);
  const samplesACycle = sampleRateHz / fundamentalHz;
  const model = flanks && fitFlanks(block, samplesACycle, flanks.middle, flanks.limit);
  if (!model) return;
  const threshold = FLATTENING_CRITERION_RATIO + (3 * model.noiseVoltsRms) / model.amplitude;

  const flattenedBefore = halves.positive.flattened + halves.negative.flattened;
  const tops = {
    positive: topsOfBlock(block, { samplesACycle, threshold, tally: halves.positive }, model, 1),
    negative: topsOfBlock(block, { samplesACycle, threshold, tally: halves.negative }, model, -1),
  };
  // An amplifier that sticks to its rail has a narrow horn there which seldom falls on a sample; where nothing is flat,
  // the samples themselves are near enough.
  const isFlat = halves.positive.flattened + halves.negative.flattened > flattenedBefore;
  for (const top of tops.positive)
    halves.positive.tips.push(
      isFlat ? Math.max(block[top], peakBetweenSamples(block, 1, top)) : block[top],
    );
  for (const top of tops.negative)
    halves.negative.tips.push(
      isFlat ? Math.max(-block[top], -peakBetweenSamples(block, -1, top)) : -block[top],
    );
};

/** Notes how far each tip of one half stays short. @returns the index of each half wave's highest sample */
const topsOfBlock = (
  block: Float64Array,
  { samplesACycle, threshold, tally }: { samplesACycle: number; threshold: number; tally: Tally },
  model: FlankModel,
  sign: 1 | -1,
): number[] => {
  const tops: number[] = [];
  const centre = (block.length - 1) / 2;
  // The tips of cos(2 pi f t + phase) lie at phase multiples of a cycle; the negative ones half a cycle later.
  const shift = -model.phaseRadians / (2 * Math.PI) + (sign < 0 ? 0.5 : 0);
  for (let cycle = Math.ceil(-centre / samplesACycle - shift); ; cycle++) {
    const at = Math.round(centre + (cycle + shift) * samplesACycle);
    if (at >= block.length) return tops;
    if (at < 0) continue;
    const shortfall = (model.promisedAt(at, sign) - sign * block[at]) / model.amplitude;
    tally.shortfalls.push(shortfall);
    if (shortfall > threshold) tally.flattened++;
    tops.push(topNear(block, sign, at, samplesACycle / 4));
  }
};

/** Index of the highest sample of the half wave around a tip. */
const topNear = (block: Float64Array, sign: 1 | -1, at: number, reach: number): number => {
  const last = Math.min(block.length - 1, Math.floor(at + reach));
  let top = Math.max(0, Math.ceil(at - reach)),
    most = sign * block[top];
  for (let n = top + 1; n <= last; n++) {
    const volts = sign * block[n];
    if (volts <= most) continue;
    most = volts;
    top = n;
  }
  return top;
};

const halfWave = ({ shortfalls, tips, flattened }: Tally): HalfWave => ({
  shortfallRatio: meanOf(shortfalls),
  tipVolts: meanOf(tips),
  tipSpreadVolts: tips.length === 0 ? 0 : Math.max(...tips) - Math.min(...tips),
  flattenedCycleCount: flattened,
});

/** The half held at the lower voltage clips first; hardly any difference means both. */
const firstHalf = (
  flat: Record<Half, boolean>,
  positiveVolts: number,
  negativeVolts: number,
): Flattening["firstHalf"] => {
  if (!flat.positive && !flat.negative) return null;
  if (flat.positive !== flat.negative) return flat.positive ? "positive" : "negative";
  if (
    Math.abs(positiveVolts - negativeVolts) <
    (SAME_VOLTS_RATIO * (positiveVolts + negativeVolts)) / 2
  )
    return "both";
  return positiveVolts < negativeVolts ? "positive" : "negative";
};
