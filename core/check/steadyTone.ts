import type { Caution, CautionCode } from "../caution";
import { isInBand, TONE_DEFAULTS, type Band } from "../distortion";
import { meanAndVariance, nthSmallest } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import {
  LOBE_BINS,
  powerSpectrum,
  standsOut,
  strongestLine,
  type SpectralLine,
  type Spectrum,
} from "../spectrum";
import { formatHertz, formatPercent, formatSignificant, formatWithUnit } from "../units";
import { interruptionsIn } from "./interruptionsIn";
import { levelCourse, type LevelCourse } from "./levelCourse";

/** What is known before of the tone that should be in a recording. */
export type ExpectedTone = {
  /** Null where it is not known, as in a file. */
  frequencyHz: number | null;
  band: Band;
  /** Whether it should keep its level; else that is not looked at. */
  holdsLevel: boolean;
};

/** Enough to look at; a longer recording is looked at in its middle. */
const MOST_SAMPLES = 2 ** 18;
/** The share of all power that the tone with its harmonics must hold. A square wave's fundamental alone holds 81 %. */
const LEAST_TONE_SHARE = 0.5;
/** A second tone of more than this part of the first makes it more than a single tone; above the second share it gets a caution. */
const SECOND_TONE_RATIO = 0.3;
const CAUTION_TONE_RATIO = 0.003;
/** From this share of the tone on mains lines get a caution; below it they are read as hum, which has its own run. */
const CAUTION_HUM_RATIO = 0.03;
const STANDS_OUT = 30;
/** Supply ripple is weaker than this part of the tone, and of low order. */
const RIPPLE_RATIO = 0.1;
const MOST_RIPPLE = 12;
const MAINS_HZ = [50, 60];
/** Mains frequencies keep to this, of low order. @see EN 50160: 1 %; from memory */
const MAINS_TOLERANCE = 0.01;
/** Of higher order the lines would fill a tenth of the band; mostly they keep to this. Common practice of grids. */
const USUAL_MAINS_TOLERANCE = 0.002;
/** The strongest line of hum is of the first order, or the second by a rectifier; the others are looked for up to the tenth. */
const STRONGEST_OF_HUM = 2;
const MOST_OF_HUM = 10;
/** Lines at whole multiples of the tone are its harmonics, within this many bins. */
const HARMONIC_BINS = 1.5;
/** Lines that are looked at, from the tallest on. */
const MOST_PEAKS = 400;
/** From this share of the tone's RMS voltage on an offset gets a caution. */
const CAUTION_OFFSET_RATIO = 0.2;
/** The level counts as held within the first, and as no level at all beyond the second. */
const HELD_RATIO = 0.99;
const NO_LEVEL_RATIO = 0.6;
/** Fewer converter steps than this from peak to peak get a caution: their own distortion lies near a tenth of a percent. */
const ENOUGH_STEPS = 500;

/**
 * Looks whether a recording holds what a reading of a single steady tone takes, before it is read.
 * The limits are chosen here, because no standard names any; each says above what it is.
 * @param volts at least 64 samples
 * @returns cautions for a reading that is still worth something, or a finding that says what was found instead
 */
export const checkSteadyTone = (
  volts: Float64Array,
  sampleRateHz: number,
  {
    frequencyHz: expectedHz = null,
    band = TONE_DEFAULTS.band,
    holdsLevel = true,
  }: Partial<ExpectedTone> = {},
): Outcome<readonly Caution[]> => {
  const { mean, variance } = meanAndVariance(volts);
  if (volts.every((value) => value === volts[0])) return silent(mean);
  const first = Math.max(0, Math.floor((volts.length - MOST_SAMPLES) / 2));
  const part = volts.subarray(first, first + MOST_SAMPLES);
  const spectrum = powerSpectrum(part, sampleRateHz, "blackmanHarris7");
  const tone = strongestLine(spectrum, LOBE_BINS * spectrum.binHz, sampleRateHz / 2);
  // Too short for a spectrum to tell anything: the reading itself says what it can make of it.
  if (!tone || tone.frequencyHz < 2 * LOBE_BINS * spectrum.binHz) return success([]);

  const course = holdsLevel ? levelCourse(volts, sampleRateHz, tone.frequencyHz) : null;
  const other = otherTone(spectrum, tone);
  const share = toneShare(spectrum, tone, meanAndVariance(part).variance);
  const reason = whyNoTone({ tone, other, course, share }, expectedHz);
  if (reason) return refused(reason);
  return success([
    ...unsteady(course),
    ...besideTone(other, tone),
    ...offset(mean, variance),
    ...brokenOff(volts, sampleRateHz, tone),
    ...coarse(volts, tone),
    ...beyond(tone.frequencyHz, sampleRateHz, band),
  ]);
};

type Heard = {
  tone: SpectralLine;
  other: SpectralLine | null;
  course: LevelCourse | null;
  /** Of all power, what the tone and its harmonics hold. */
  share: number;
};

/** What was found instead of a single steady tone, and what to do; null where there is one. */
const whyNoTone = ({ tone, other, course, share }: Heard, expectedHz: number | null) => {
  if (course && course.lowestRatio < NO_LEVEL_RATIO)
    return `the tone of ${heard(tone.frequencyHz)} is not constant: ${course.words}. Record a steady tone, or analyse it as another run.`;
  const otherRatio = other ? other.voltsPeak / tone.voltsPeak : 0;
  if (expectedHz !== null && Math.abs(tone.frequencyHz / expectedHz - 1) > 0.05)
    return `${heard(expectedHz)} was played, but the strongest line is at ${heard(tone.frequencyHz)} (${volt(tone)})${mainsOf(tone, STRONGEST_OF_HUM).length > 0 ? ", mains hum" : ""}. Check the connection.`;
  const hum = expectedHz === null && other ? whyHum(tone, other) : null;
  if (hum) return hum;
  if (other && otherRatio > SECOND_TONE_RATIO)
    return `it contains more than one tone: ${heard(tone.frequencyHz)} and ${heard(other.frequencyHz)}, the second ${formatPercent(otherRatio)} of the first. Play a single tone, or analyse it as intermodulation.`;
  return share < LEAST_TONE_SHARE
    ? `it contains noise rather than a tone: the strongest line, at ${heard(tone.frequencyHz)}, and its harmonics are ${formatPercent(share)} of its power. Check that the source plays and the channel is connected.`
    : null;
};

/** Where what is strongest may be the mains' own: whether it stands instead of the tone that should be there; null where not. */
const whyHum = (tone: SpectralLine, other: SpectralLine): string | null => {
  const humHz = mainsOf(tone, STRONGEST_OF_HUM),
    otherHumHz = mainsOf(other, MOST_OF_HUM);
  const ratio = other.voltsPeak / tone.voltsPeak;
  const [strongest, second] = [tone, other].map(
    (line) => `${heard(line.frequencyHz)} (${volt(line)})`,
  );
  if (humHz.some((hertz) => otherHumHz.includes(hertz)))
    return ratio > CAUTION_HUM_RATIO
      ? `it contains mains hum rather than a tone: its strongest lines are at ${strongest} and ${second}. Check that the source plays and the channel is connected. If ${heard(tone.frequencyHz)} was played, fix the ground loop first, or play another frequency.`
      : null;
  return humHz.length > 0 && otherHumHz.length === 0 && ratio > CAUTION_TONE_RATIO
    ? `hum at ${strongest} is stronger than the tone at ${second}. Fix the ground loop or the connection and record again; if both were played, analyse it as intermodulation.`
    : null;
};

const refused = (advice: string): ReturnType<typeof failure> =>
  failure("no-signal", "Recording", advice);

const silent = (mean: number): ReturnType<typeof failure> =>
  refused(
    mean === 0
      ? "no steady tone was found: it is silent, every sample is zero. Check that the channel is connected and not muted, then record again."
      : `it contains only a constant ${formatWithUnit(mean, "V", 3)}. Check that the source plays and the channel is connected.`,
  );

const caution = (code: CautionCode, text: string, ...touches: string[]): Caution => ({
  code,
  text,
  touches,
});

const volt = ({ voltsPeak }: SpectralLine): string =>
  formatWithUnit(voltsPeak / Math.SQRT2, "V", 3);
const heard = (frequencyHz: number): string => formatHertz(frequencyHz, 4);

/** Of which mains a line may be the fundamental or a harmonic, up to some order. */
const mainsOf = ({ frequencyHz }: SpectralLine, mostOrder: number): number[] =>
  MAINS_HZ.filter((mainsHz) => {
    const order = Math.round(frequencyHz / mainsHz);
    const tolerance = order <= STRONGEST_OF_HUM ? MAINS_TOLERANCE : USUAL_MAINS_TOLERANCE;
    return (
      order >= 1 && order <= mostOrder && Math.abs(frequencyHz / (order * mainsHz) - 1) < tolerance
    );
  });

/** The strongest line that is neither the tone nor a harmonic of it, and stands out of the noise. */
const otherTone = (spectrum: Spectrum, tone: SpectralLine): SpectralLine | null => {
  const { binHz, meanSquare } = spectrum;
  const seen: number[] = [tone.frequencyHz / binHz];
  for (const bin of peaksFromTallest(meanSquare)) {
    if (seen.some((other) => Math.abs(other - bin) < LOBE_BINS)) continue;
    seen.push(bin);
    const line = strongestLine(spectrum, (bin - 1) * binHz, (bin + 1) * binHz);
    if (!line || isHarmonicOf(tone, line, binHz) || isRipple(tone, line, binHz)) continue;
    // The skirt of a tone that wanders a little is not a tone of its own.
    if (Math.abs(line.frequencyHz / tone.frequencyHz - 1) < 0.02) continue;
    return standsOut(spectrum, line, STANDS_OUT) ? line : null;
  }
  return null;
};

/** Bins that stand above both neighbours, the tallest first, as many as could matter. */
const peaksFromTallest = (meanSquare: Float64Array): number[] => {
  const peaks: number[] = [];
  for (let k = LOBE_BINS; k < meanSquare.length - LOBE_BINS; k++)
    if (meanSquare[k] > meanSquare[k - 1] && meanSquare[k] >= meanSquare[k + 1]) peaks.push(k);
  const heights = Float64Array.from(peaks, (k) => meanSquare[k]);
  // Sorting them all would take longer than the spectrum did.
  const least = peaks.length > MOST_PEAKS ? nthSmallest(heights, peaks.length - MOST_PEAKS) : 0;
  return peaks
    .filter((k) => meanSquare[k] >= least)
    .sort((a, b) => meanSquare[b] - meanSquare[a])
    .slice(0, MOST_PEAKS);
};

const isHarmonicOf = (
  tone: SpectralLine,
  { frequencyHz }: SpectralLine,
  binHz: number,
): boolean => {
  const order = Math.round(frequencyHz / tone.frequencyHz);
  return (
    order > 0 &&
    Math.abs(frequencyHz - order * tone.frequencyHz) < (HARMONIC_BINS + 0.01 * order) * binHz
  );
};

/** Power of the tone and its harmonics over all power that alternates. */
const toneShare = (
  { meanSquare, binHz }: Spectrum,
  { frequencyHz }: SpectralLine,
  variance: number,
): number => {
  let inLines = 0;
  for (let order = 1; order * frequencyHz < binHz * (meanSquare.length - 1); order++) {
    const centre = (order * frequencyHz) / binHz;
    const last = Math.min(meanSquare.length - 1, Math.floor(centre + LOBE_BINS));
    for (let k = Math.max(0, Math.ceil(centre - LOBE_BINS)); k <= last; k++)
      inLines += meanSquare[k];
    // Where harmonics lie closer than their lobes everything would count.
    if (frequencyHz < 4 * LOBE_BINS * binHz && order >= 3) break;
  }
  return inLines / variance;
};

/** Supply ripple stands as sidebands beside the tone and its harmonics: the amplifier's own, and no tone that was played. */
const isRipple = (
  tone: SpectralLine,
  { frequencyHz, voltsPeak }: SpectralLine,
  binHz: number,
): boolean => {
  const order = Math.max(1, Math.round(frequencyHz / tone.frequencyHz));
  const apartHz = Math.abs(frequencyHz - order * tone.frequencyHz);
  return (
    voltsPeak < RIPPLE_RATIO * tone.voltsPeak &&
    MAINS_HZ.some((mainsHz) => {
      const multiple = Math.round(apartHz / mainsHz);
      return (
        multiple >= 1 &&
        multiple <= MOST_RIPPLE &&
        Math.abs(apartHz - multiple * mainsHz) < binHz + 0.002 * apartHz
      );
    })
  );
};

const unsteady = (course: LevelCourse | null): Caution[] =>
  course && course.lowestRatio < HELD_RATIO
    ? [
        caution(
          "unsteady",
          `The level was not constant: ${course.words}. Figures are for the mean level and may be off by up to ${formatPercent(1 - course.lowestRatio)}.`,
        ),
      ]
    : [];

const besideTone = (other: SpectralLine | null, tone: SpectralLine): Caution[] => {
  if (!other) return [];
  const ratio = other.voltsPeak / tone.voltsPeak;
  const isHum = mainsOf(other, MOST_OF_HUM).length > 0;
  if (ratio < (isHum ? CAUTION_HUM_RATIO : CAUTION_TONE_RATIO)) return [];
  return [
    isHum
      ? caution(
          "hum",
          `Hum at ${heard(other.frequencyHz)} is ${formatPercent(ratio)} of the tone, and counts as noise.`,
          "thd-plus-noise",
          "sinad",
        )
      : caution(
          "another-tone",
          `Another tone, at ${heard(other.frequencyHz)}, is ${formatPercent(ratio)} of the first and counts as distortion plus noise.`,
          "thd-plus-noise",
          "sinad",
        ),
  ];
};

/** Volts and power are those that heat the load, an offset among them; of distortion it is no part. */
const offset = (mean: number, variance: number): Caution[] =>
  Math.abs(mean) > CAUTION_OFFSET_RATIO * Math.sqrt(variance)
    ? [
        caution(
          "offset",
          `An offset of ${formatWithUnit(mean, "V", 3)} of DC is added to the tone of ${formatWithUnit(Math.sqrt(variance), "V", 3)} and raises volts and power: the power is ${formatPercent(mean ** 2 / variance)} too high for the tone alone. DC at an amplifier's output is a fault; otherwise use AC coupling and record again.`,
          "volts",
          "power",
        ),
      ]
    : [];

const brokenOff = (volts: Float64Array, sampleRateHz: number, tone: SpectralLine): Caution[] => {
  const { stills, jumps } = interruptionsIn(volts, sampleRateHz / tone.frequencyHz);
  if (stills + jumps === 0) return [];
  const where = [
    ...(stills > 0 ? [`repeats samples in ${places(stills)}`] : []),
    ...(jumps > 0 ? [`leaps in ${places(jumps)}`] : []),
  ].join(" and ");
  return [
    caution(
      "dropouts",
      `The recording ${where}, as when a recorder loses or repeats samples: distortion and noise are those of the recorder. Record again.`,
      "thd",
      "thd-plus-noise",
      "sinad",
    ),
  ];
};
const places = (count: number): string => (count === 1 ? "one place" : `${count} places`);

/** A converter of few steps for this tone. */
const coarse = (volts: Float64Array, tone: SpectralLine): Caution[] => {
  const sorted = Float64Array.from(volts.subarray(0, 8192)).sort();
  let step = Infinity,
    distinct = 1;
  const least = 1e-9 * tone.voltsPeak;
  for (let n = 1; n < sorted.length; n++) {
    const apart = sorted[n] - sorted[n - 1];
    if (apart <= least) continue;
    distinct++;
    if (apart < step) step = apart;
  }
  const steps = (2 * tone.voltsPeak) / step;
  // A square wave has two values, and a tone locked to the rate a few: by whichever converter.
  return distinct > steps / 2 && steps > 4 && steps < ENOUGH_STEPS
    ? [
        caution(
          "few-codes",
          `The tone spans only ${formatSignificant(steps, 2)} steps of the converter: distortion below about ${formatPercent(1 / Math.sqrt(6) / (steps / 2))} is quantisation. Use a smaller range.`,
          "thd",
          "thd-plus-noise",
          "sinad",
        ),
      ]
    : [];
};

/** What of band and harmonics a rate cannot hold, or a band leaves out. */
const beyond = (frequencyHz: number, sampleRateHz: number, { lowHz, highHz }: Band): Caution[] => {
  const most = Math.min(highHz, sampleRateHz / 2);
  const isHeld = (order: number): boolean => isInBand(order * frequencyHz, { lowHz, highHz: most });
  return [
    ...(highHz > (sampleRateHz / 2) * (1 + 1e-9)
      ? [
          caution(
            "band-beyond-rate",
            `The band extends to ${heard(highHz)}, but a sample rate of ${heard(sampleRateHz)} ends at ${heard(sampleRateHz / 2)}; nothing above that is counted.`,
            "thd-plus-noise",
            "sinad",
          ),
        ]
      : []),
    ...(!isHeld(3)
      ? [
          caution(
            "few-harmonics",
            !isHeld(2)
              ? `No harmonic of ${heard(frequencyHz)} is below ${heard(most)}: this recording cannot show distortion.`
              : `Only the second harmonic of ${heard(frequencyHz)} is below ${heard(most)}: clipping and other odd orders are not counted.`,
            "thd",
            ...(isHeld(2) ? [] : ["thd-plus-noise", "sinad", "effective-bits"]),
          ),
        ]
      : []),
  ];
};
