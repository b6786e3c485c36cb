import { bandMeanSquare, powerSpectrum } from "../spectrum";
import { requirePositive } from "../units";

export type ThirdOctave = { midHz: number; voltsRms: number; voltsRmsStdUncertainty: number };

/** Exact mid-band frequencies of third octaves between two frequencies. @see IEC 61260-1:2014, 5.3 (base ten) */
export const thirdOctaveMids = (lowHz: number, highHz: number): number[] => {
  const [lowDecades, highDecades] = [
    Math.log10(requirePositive("lowHz", lowHz)),
    Math.log10(highHz),
  ];
  const first = Math.ceil(10 * lowDecades - 0.05);
  const last = Math.floor(10 * highDecades + 0.05);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => 10 ** ((first + k) / 10));
};

/**
 * Levels in third octaves, by summing the bins of one spectrum between the band edges (bins on an edge count in part).
 * @param volts long enough for a few bins in the lowest band: a second for 20 Hz
 * @see IEC 61260-1:2014 (band edges 10^(1/20) from the middle)
 */
export const thirdOctaveLevels = (
  volts: Float64Array,
  sampleRateHz: number,
  lowHz = 20,
  highHz = 20_000,
): ThirdOctave[] => {
  const spectrum = powerSpectrum(volts, sampleRateHz, "hann");
  const { binHz } = spectrum;
  return thirdOctaveMids(lowHz, Math.min(highHz, 0.44 * sampleRateHz)).map((midHz) => {
    const [from, to] = [midHz / 10 ** 0.05, midHz * 10 ** 0.05];
    const whole = bandMeanSquare(spectrum, from + binHz / 2, to - binHz / 2);
    const meanSquare =
      whole +
      edgePart(spectrum.meanSquare, from / binHz, -1) +
      edgePart(spectrum.meanSquare, to / binHz, 1);
    const voltsRms = Math.sqrt(meanSquare);
    // The mean square of noise in a band of b Hz for T seconds scatters by 1 / sqrt(b T); a Hann window costs half.
    const independent = Math.max(1, ((to - from) * volts.length) / sampleRateHz / 2);
    return { midHz, voltsRms, voltsRmsStdUncertainty: voltsRms / (2 * Math.sqrt(independent)) };
  });
};

/** The part of the bin that an edge cuts through: bin k reaches half a bin to each side. */
const edgePart = (meanSquare: Float64Array, position: number, side: 1 | -1): number => {
  const bin = Math.round(position);
  if (bin < 1 || bin >= meanSquare.length) return 0;
  const whole = side > 0 ? bin <= position - 0.5 : bin >= position + 0.5;
  return whole ? 0 : meanSquare[bin] * (side > 0 ? position - (bin - 0.5) : bin + 0.5 - position);
};
