import type { Caution } from "../caution";
import type { Band } from "../distortion";
import { meanAndVariance, peakOf } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { powerSpectrum, strongestLine, LOBE_BINS, type Spectrum } from "../spectrum";
import { formatHertz, formatPercent, formatSignificant, formatWithUnit } from "../units";

/** What noise is expected: of an input at rest, in which hum and drift may be strongest, or noise that was played. */
export type ExpectedNoise = { band: Band; isAtRest: boolean };

/** Below this an input at rest may have lines of the mains that hold most of its power: hum up to the tenth order. */
const HUM_ENDS_HZ = 620;
const MAINS_HZ = [50, 60];
const MAINS_TOLERANCE_HZ = 3;
/** Lines that together hold more than the first share of the power make it tones rather than noise; above the second they get a caution. */
const TONES_SHARE = 0.5;
const CAUTION_SHARE = 0.03;
/** So many of the strongest lines are looked at. */
const MOST_LINES = 40;
/** A line holds this many times what its neighbours would make of it. */
const STANDS_OUT = 10;
/** A tone that moves by more is a sweep. */
const MOVES_RATIO = 1.03;
/** In so many of the stretches at least: of a sweep the low part may pass for hum, and the high part is too quick for a stretch. */
const MOVING_SHARE = 0.2;
const BLOCKS = 20;
const BLOCK_SAMPLES = 4096;
/** The quietest block over the loudest. */
const HELD_RATIO = 0.35;
const CAUTION_HELD_RATIO = 0.7;
/** Peak over RMS: of normal noise 4 to 5.5; beyond the first there are clicks, beyond the second it is made of them. */
const CAUTION_CREST = 8;
const MOST_CREST = 20;

/**
 * Looks whether a recording holds noise before noise is read from it.
 * The limits are chosen here, because no standard names any; each says above what it is.
 * @returns cautions, or a finding that says what was found instead
 */
export const checkNoise = (
  volts: Float64Array,
  sampleRateHz: number,
  { band, isAtRest }: ExpectedNoise,
): Outcome<readonly Caution[]> => {
  const { mean, variance } = meanAndVariance(volts);
  const rms = Math.sqrt(variance);
  const crest = (peakOf(volts) - Math.abs(mean)) / rms;
  if (crest > MOST_CREST)
    return refused(
      `it consists of clicks: its peak is ${formatSignificant(crest, 2)} times its RMS. Check for a bad contact or a switch, and record again.`,
    );
  const highHz = Math.min(band.highHz, 0.49 * sampleRateHz);
  const course = levelsOf(volts);
  const held = Math.min(...course) / Math.max(...course);
  const moving = movingTone(volts, sampleRateHz, isAtRest ? HUM_ENDS_HZ : band.lowHz, highHz);
  const whole = powerSpectrum(volts.subarray(0, MOST_SAMPLES), sampleRateHz, "blackmanHarris7");
  const lines = linesOf(whole, [band.lowHz, highHz], isAtRest ? isHum : () => false);
  const share = lines.volts ** 2 / Math.max(variance, Number.MIN_VALUE);
  if (share > TONES_SHARE)
    return refused(
      `it contains ${lines.count === 1 ? "a tone" : "tones"}, the strongest at ${formatHertz(lines.strongestHz, 4)}: together ${formatWithUnit(lines.volts, "V", 3)}, ${formatPercent(Math.min(1, share))} of its power. ${whatToDo(isAtRest)}`,
    );
  if (moving !== null)
    return refused(
      `it contains a tone ${
        moving[1] > MOVES_RATIO * moving[0]
          ? `with a moving frequency, as in a sweep: ${formatHertz(moving[0], 2)} to ${formatHertz(moving[1], 2)}`
          : `at ${formatHertz(moving[0], 4)} that comes and goes`
      }. ${whatToDo(isAtRest)}`,
    );
  if (held < HELD_RATIO)
    return refused(
      `its level changes: the quietest part has ${formatPercent(held)} of the loudest. Record while nothing is played, switched or touched.`,
    );
  return success([
    ...(held < CAUTION_HELD_RATIO
      ? [
          caution(
            "unsteady",
            `The level was not constant: the quietest part has ${formatPercent(held)} of the loudest.`,
          ),
        ]
      : []),
    ...(crest > CAUTION_CREST
      ? [
          caution(
            "unsteady",
            `It contains clicks, up to ${formatSignificant(crest, 2)} times the RMS.`,
          ),
        ]
      : []),
    ...(share > CAUTION_SHARE
      ? [
          caution(
            "another-tone",
            `A tone at ${formatHertz(lines.strongestHz, 4)} is present; all tones together have ${formatPercent(share)} of the power.`,
          ),
        ]
      : []),
  ]);
};

/** Enough for lines that stand out; more takes longer. */
const MOST_SAMPLES = 2 ** 18;

const whatToDo = (isAtRest: boolean): string =>
  isAtRest
    ? "Short the input and record again, or analyse it as another run."
    : "Play noise, or analyse it as another run.";

const refused = (advice: string): ReturnType<typeof failure> =>
  failure("no-signal", "Recording", advice);

const caution = (code: Caution["code"], text: string): Caution => ({ code, text, touches: [] });

/** RMS volts of the stretches of a recording; those at its ends, where it may have been faded, left out. */
const levelsOf = (volts: Float64Array): number[] =>
  Array.from({ length: BLOCKS - 2 }, (_, k) => {
    const at = (part: number) => Math.floor((part * volts.length) / BLOCKS);
    return Math.sqrt(meanAndVariance(volts.subarray(at(k + 1), at(k + 2))).variance);
  });

const isHum = (frequencyHz: number): boolean =>
  frequencyHz < HUM_ENDS_HZ &&
  MAINS_HZ.some(
    (mainsHz) =>
      Math.abs(frequencyHz - mainsHz * Math.round(frequencyHz / mainsHz)) < MAINS_TOLERANCE_HZ,
  );

/** Lines that stand out between two frequencies, but for some: how many, their volts together, and the strongest. */
const linesOf = (
  spectrum: Spectrum,
  [lowHz, highHz]: readonly [number, number],
  isPassedOver: (frequencyHz: number) => boolean,
) => {
  const { binHz, meanSquare } = spectrum;
  const first = Math.max(2 * LOBE_BINS, Math.ceil(lowHz / binHz)),
    last = Math.min(meanSquare.length - 2 * LOBE_BINS, Math.floor(highHz / binHz));
  const peaks: number[] = [];
  for (let k = first; k < last; k++)
    if (meanSquare[k] > meanSquare[k - 1] && meanSquare[k] >= meanSquare[k + 1]) peaks.push(k);
  peaks.sort((a, b) => meanSquare[b] - meanSquare[a]);
  const taken: number[] = [];
  let squares = 0;
  for (const peak of peaks.slice(0, 20 * MOST_LINES)) {
    if (taken.length >= MOST_LINES) break;
    if (taken.some((other) => Math.abs(other - peak) < LOBE_BINS)) continue;
    const lobe = sum(meanSquare, peak - LOBE_BINS / 2, peak + LOBE_BINS / 2);
    const beside =
      sum(meanSquare, peak - 2 * LOBE_BINS, peak - LOBE_BINS) +
      sum(meanSquare, peak + LOBE_BINS, peak + 2 * LOBE_BINS);
    if (lobe < STANDS_OUT * beside || isPassedOver(peak * binHz)) continue;
    taken.push(peak);
    squares += lobe;
  }
  return { count: taken.length, volts: Math.sqrt(squares), strongestHz: (taken[0] ?? 0) * binHz };
};

const sum = (values: Float64Array, from: number, to: number): number => {
  let total = 0;
  for (let k = from; k <= to; k++) total += values[k];
  return total;
};

/** A tone in most stretches that is at another frequency each time: from where to where; null where there is none. */
const movingTone = (
  volts: Float64Array,
  sampleRateHz: number,
  lowHz: number,
  highHz: number,
): [number, number] | null => {
  const found: number[] = [];
  let count = 0;
  const step = Math.max(BLOCK_SAMPLES, Math.floor(volts.length / BLOCKS));
  for (let first = 0; first + BLOCK_SAMPLES <= volts.length; first += step) {
    count++;
    const block = volts.subarray(first, first + BLOCK_SAMPLES);
    const spectrum = powerSpectrum(block, sampleRateHz, "blackmanHarris7");
    const line = strongestLine(spectrum, Math.max(lowHz, LOBE_BINS * spectrum.binHz), highHz);
    if (line && line.voltsPeak ** 2 / 2 > TONES_SHARE * meanAndVariance(block).variance)
      found.push(line.frequencyHz);
  }
  if (found.length < MOVING_SHARE * count || found.length < 2) return null;
  return [Math.min(...found), Math.max(...found)];
};
