import type { Caution } from "../caution";
import { rootMeanSquare } from "../numeric";
import { success, type Outcome } from "../outcome";
import { LOBE_BINS, lineAmplitude, noiseBesideLine } from "../spectrum";
import { amplitudeRatioToDb, formatHertz, formatPercent, formatSignificant } from "../units";
import { findTwoTones } from "./twoTones";
import type { Product, TwoToneReading } from "./types";

export type DifferenceDistortion = TwoToneReading & {
  /** Second order: amplitude at f2 - f1 over the sum of the tones' amplitudes. */
  d2Ratio: number;
  /** Third order: amplitudes at 2 f1 - f2 and 2 f2 - f1 added, over the same sum. */
  d3Ratio: number;
  d2RatioStdUncertainty: number;
  d3RatioStdUncertainty: number;
  summary: string;
};

/** The standard's 19 and 20 kHz first, then whatever two tones lie so close. */
const PAIR = { nearLowHz: 19_000, nearHighHz: 20_000, least: 1.002, most: 1.6 };
/** From here to half the rate a recorder's filter may already take away. Common practice: 0.45 of the rate passes. */
const PASSED_RATIO = 0.454;

const PRODUCTS: readonly [string, number, number][] = [
  ["f2-f1", -1, 1],
  ["2(f2-f1)", -2, 2],
  ["2f1-f2", 2, -1],
  ["2f2-f1", -1, 2],
  ["3f1-2f2", 3, -2],
  ["3f2-2f1", -2, 3],
  ["f1+f2", 1, 1],
  ["2f1", 2, 0],
  ["2f2", 0, 2],
];

/**
 * Difference-frequency distortion of two equal tones: 19 and 20 kHz, or whichever two close ones are in the recording. A
 * product of the third order that the rate cannot hold is taken to be as strong as its twin, with a caution.
 * @see IEC 60268-3:2018, 14.12.8 (difference-frequency distortion of second and third order), from memory
 */
export const differenceDistortion = (
  volts: Float64Array,
  sampleRateHz: number,
): Outcome<DifferenceDistortion> => {
  const found = findTwoTones(volts, sampleRateHz, PAIR);
  if (!found.ok) return found;
  const { spectrum, lowHz, highHz, lowVoltsPeak, highVoltsPeak, cautions } = found.value;
  // Closer to half the rate a line is not whole.
  const highestHz = sampleRateHz / 2 - LOBE_BINS * spectrum.binHz;
  const isHeld = (frequencyHz: number): boolean => frequencyHz > 0 && frequencyHz < highestHz;
  const peakAt = (m: number, n: number): number => {
    const frequencyHz = m * lowHz + n * highHz;
    return isHeld(frequencyHz) ? lineAmplitude(spectrum, frequencyHz).voltsPeak : 0;
  };
  /** Peak volts that noise leaves uncertain. */
  const noiseAt = (m: number, n: number): number =>
    Math.sqrt(2 * noiseBesideLine(spectrum, m * lowHz + n * highHz));
  const products: Product[] = PRODUCTS.map(([label, m, n]) => ({
    label,
    frequencyHz: m * lowHz + n * highHz,
    ratio: peakAt(m, n) / lowVoltsPeak,
    ratioStdUncertainty: noiseAt(m, n) / lowVoltsPeak,
  })).filter(({ ratio }) => ratio > 0);
  const sum = lowVoltsPeak + highVoltsPeak;
  const d2Ratio = peakAt(-1, 1) / sum;
  const upperHz = 2 * highHz - lowHz;
  const upper = isHeld(upperHz) ? peakAt(-1, 2) : peakAt(2, -1);
  const d3Ratio = (peakAt(2, -1) + upper) / sum;
  return success({
    lowHz,
    highHz,
    lowVoltsPeak,
    highVoltsPeak,
    voltsRms: rootMeanSquare(volts),
    products,
    d2Ratio,
    d3Ratio,
    d2RatioStdUncertainty: noiseAt(-1, 1) / sum,
    d3RatioStdUncertainty: Math.hypot(noiseAt(2, -1), noiseAt(-1, 2)) / sum,
    cautions: [...cautions, ...beyondRate(upperHz, sampleRateHz, isHeld(upperHz))],
    summary: `Difference tones: second order ${formatPercent(d2Ratio)} (${formatSignificant(amplitudeRatioToDb(d2Ratio), 3)} dB), third order ${formatPercent(d3Ratio)} (${formatSignificant(amplitudeRatioToDb(d3Ratio), 3)} dB).`,
  });
};

/** What is to be said of the upper product of the third order where it lies near half the rate, or beyond. */
const beyondRate = (upperHz: number, sampleRateHz: number, isHeld: boolean): Caution[] => {
  if (upperHz <= PASSED_RATIO * sampleRateHz) return [];
  const where = `2 f2 - f1 is at ${formatHertz(upperHz, 4)}, and the sample rate of ${formatHertz(sampleRateHz)} ${isHeld ? "barely covers it: the recorder's filter may have attenuated it" : "does not cover it: it is assumed equal to 2 f1 - f2"}`;
  return [
    {
      code: "band-beyond-rate",
      text: `${where}. The third order may be off by up to 6 dB; record at 96 kHz for a reliable reading.`,
      touches: ["d3"],
    },
  ];
};
