import { bandMeanSquare, findTone, lineAmplitude, powerSpectrum } from "../spectrum";
import type { Harmonic, ToneOptions } from "./types";

/** What the two methods of reading a tone have in common. Mean squares in V^2. */
export type TonePieces = {
  fundamentalHz: number;
  fundamentalVoltsRms: number;
  harmonics: Harmonic[];
  /** Mean square in the band of all but the fundamental. */
  residualMeanSquare: number;
};

/** Bins on each side that hold a line of the 7-term window with its close sidebands. */
const LOBE_BINS = 8;

/** Lines closer than this many bins cannot be kept apart by this method. */
export const LEAST_CYCLES_FOR_SPECTRUM = 2 * LOBE_BINS + 4;

/**
 * Reads a tone from one spectrum of the whole capture under a 7-term Blackman-Harris window, whose side lobes lie
 * 180 dB down. For captures of at least LEAST_CYCLES_FOR_SPECTRUM cycles.
 * @returns null when there is no tone in the search span
 */
export const readToneBySpectrum = (volts: Float64Array, sampleRateHz: number, { band, search }: ToneOptions): TonePieces | null => {
  const spectrum = powerSpectrum(volts, sampleRateHz, "blackmanHarris7");
  const fundamentalHz = findTone(spectrum, search.lowHz, Math.min(search.highHz, sampleRateHz / 2));
  if (fundamentalHz === null) return null;
  const fundamental = lineAmplitude(spectrum, fundamentalHz).voltsPeak;
  const clearHz = LOBE_BINS * spectrum.binHz;
  const harmonics: Harmonic[] = [];
  const lastHz = Math.min(Math.max(band.highHz, 10 * fundamentalHz), sampleRateHz / 2 - clearHz);
  for (let order = 2; order * fundamentalHz <= lastHz * (1 + 1e-6); order++)
    harmonics.push({ order, ratio: lineAmplitude(spectrum, order * fundamentalHz).voltsPeak / fundamental });
  const inBand = bandMeanSquare(spectrum, band.lowHz, band.highHz);
  const lobe = bandMeanSquare(spectrum, Math.max(band.lowHz, fundamentalHz - clearHz), Math.min(band.highHz, fundamentalHz + clearHz));
  return { fundamentalHz, fundamentalVoltsRms: fundamental / Math.SQRT2, harmonics, residualMeanSquare: Math.max(0, inBand - lobe) };
};
