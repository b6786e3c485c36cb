import { rootMeanSquare } from "../numeric";
import { success, type Outcome } from "../outcome";
import { lineAmplitude, noiseBesideLine } from "../spectrum";
import { formatPercent } from "../units";
import { findTwoTones } from "./twoTones";
import type { Product, TwoToneReading } from "./types";

export type ModulationDistortion = TwoToneReading & {
  /** Root sum square of the sidebands up to the fourth order over the high tone. */
  rmsSidebandsRatio: number;
  /** Sidebands of each order up to the third added in amplitude, orders as root sum square: what a demodulator reads. */
  pairwiseSumRatio: number;
  pairwiseSumRatioStdUncertainty: number;
  summary: string;
};

/** The standard's 60 Hz and 7 kHz first, then whatever two tones lie so far apart. */
const PAIR = { nearLowHz: 60, nearHighHz: 7000, least: 10, most: 1000 };
/** Pairs of sidebands that are looked for: beyond them lies noise. */
const HIGHEST_ORDER = 8;
/** Pairs that are summed as powers; further out there is hardly anything to add. */
const HIGHEST_ORDER_IN_RMS = 4;
/** Pairs that are summed as volts, side by side. */
const HIGHEST_ORDER_IN_PAIRS = 3;

/**
 * Modulation distortion of 60 Hz and 7 kHz, four to one, or of whichever low and high tone are in the
 * recording: sidebands at f2 +- n f1 over f2.
 * @see SMPTE RP 120; IEC 60268-3:2018, 14.12.7 (modulation distortion), from memory
 */
export const modulationDistortion = (
  volts: Float64Array,
  sampleRateHz: number,
): Outcome<ModulationDistortion> => {
  const found = findTwoTones(volts, sampleRateHz, PAIR);
  if (!found.ok) return found;
  const { spectrum, lowHz, highHz, lowVoltsPeak, highVoltsPeak, cautions } = found.value;
  const ratioAt = (frequencyHz: number): number =>
    lineAmplitude(spectrum, frequencyHz).voltsPeak / highVoltsPeak;
  const products: Product[] = [];
  let squares = 0,
    pairSquares = 0;
  for (let order = 1; order <= HIGHEST_ORDER; order++) {
    const [lower, upper] = [ratioAt(highHz - order * lowHz), ratioAt(highHz + order * lowHz)];
    for (const [sign, ratio] of [
      ["-", lower],
      ["+", upper],
    ] as const) {
      const frequencyHz = highHz + (sign === "-" ? -order : order) * lowHz;
      products.push({
        label: `f2${sign}${order}f1`,
        frequencyHz,
        ratio,
        ratioStdUncertainty: Math.sqrt(2 * noiseBesideLine(spectrum, frequencyHz)) / highVoltsPeak,
      });
    }
    if (order <= HIGHEST_ORDER_IN_RMS) squares += lower ** 2 + upper ** 2;
    if (order <= HIGHEST_ORDER_IN_PAIRS) pairSquares += (lower + upper) ** 2;
  }
  const [rmsSidebandsRatio, pairwiseSumRatio] = [Math.sqrt(squares), Math.sqrt(pairSquares)];
  const paired = products.slice(0, 2 * HIGHEST_ORDER_IN_PAIRS);
  const pairwiseSumRatioStdUncertainty = Math.hypot(
    ...paired.map(({ ratioStdUncertainty }) => ratioStdUncertainty),
  );
  return success({
    lowHz,
    highHz,
    lowVoltsPeak,
    highVoltsPeak,
    voltsRms: rootMeanSquare(volts),
    products,
    rmsSidebandsRatio,
    pairwiseSumRatio,
    pairwiseSumRatioStdUncertainty,
    cautions,
    summary: `Modulation distortion ${formatPercent(pairwiseSumRatio)} (pairwise sum of sidebands), ${formatPercent(rmsSidebandsRatio)} (root sum square).`,
  });
};
