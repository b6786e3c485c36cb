import { rootMeanSquare } from "../numeric";
import { success, type Outcome } from "../outcome";
import { lineAmplitude, noiseBesideLine } from "../spectrum";
import { amplitudeRatioToDb, formatPercent, formatSignificant } from "../units";
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
 * Difference-frequency distortion of two equal tones, 19 and 20 kHz unless said otherwise.
 * @see IEC 60268-3:2018, 14.12.8 (difference-frequency distortion of second and third order), from memory
 */
export const differenceDistortion = (
  volts: Float64Array,
  sampleRateHz: number,
  nearLowHz = 19_000,
  nearHighHz = 20_000,
): Outcome<DifferenceDistortion> => {
  const found = findTwoTones(volts, sampleRateHz, nearLowHz, nearHighHz);
  if (!found.ok) return found;
  const { spectrum, lowHz, highHz, lowVoltsPeak, highVoltsPeak } = found.value;
  const peakAt = (m: number, n: number): number => {
    const frequencyHz = m * lowHz + n * highHz;
    return frequencyHz > 0 && frequencyHz < 0.47 * sampleRateHz
      ? lineAmplitude(spectrum, frequencyHz).voltsPeak
      : 0;
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
  const d3Ratio = (peakAt(2, -1) + peakAt(-1, 2)) / sum;
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
    summary: `Difference tones: second order ${formatPercent(d2Ratio)} (${formatSignificant(amplitudeRatioToDb(d2Ratio), 3)} dB), third order ${formatPercent(d3Ratio)} (${formatSignificant(amplitudeRatioToDb(d3Ratio), 3)} dB).`,
  });
};
