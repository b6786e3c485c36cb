import { meanOf } from "../numeric";
import {
  bandMeanSquare,
  findTone,
  lineAmplitude,
  LOBE_BINS,
  passingSpectrum,
  type Spectrum,
} from "../spectrum";
import { isInBand } from "./isInBand";
import type { Band, Harmonic, ToneOptions } from "./types";

/** What the two methods of reading a tone have in common. Mean squares in V^2. */
export type TonePieces = {
  fundamentalHz: number;
  fundamentalVoltsRms: number;
  harmonics: Harmonic[];
  /** Mean square in the band of all but the fundamental. */
  residualMeanSquare: number;
  /** Mean square of everything above the fifth harmonic, up to half the sample rate. Infinity where it was not read. */
  aboveFifthMeanSquare: number;
};

/** Lines closer than this many bins cannot be kept apart by this method. */
export const LEAST_CYCLES_FOR_SPECTRUM = 2 * LOBE_BINS + 4;

/** Captures longer than twice this are read in blocks of it, so that memory stays small. */
export const BLOCK_SAMPLES = 2 ** 20;

/** Reads a tone from one spectrum, or from the mean of the spectra of blocks when the capture is long. */
export const readToneBySpectrum = (
  volts: Float64Array,
  sampleRateHz: number,
  options: ToneOptions,
): TonePieces | null => {
  if (volts.length <= 2 * BLOCK_SAMPLES) return readBlock(volts, sampleRateHz, options);
  const count = Math.floor(volts.length / BLOCK_SAMPLES);
  const step = (volts.length - BLOCK_SAMPLES) / (count - 1);
  const blocks: TonePieces[] = [];
  for (let k = 0; k < count; k++) {
    const first = Math.floor(k * step);
    const pieces = readBlock(volts.subarray(first, first + BLOCK_SAMPLES), sampleRateHz, options);
    if (!pieces) return null;
    blocks.push(pieces);
  }
  return meanPieces(blocks);
};

/** Mean squares are averaged, and the frequency. */
const meanPieces = (blocks: readonly TonePieces[]): TonePieces => {
  const mean = (read: (pieces: TonePieces) => number) => meanOf(blocks.map(read));
  const fundamentalVoltsRms = Math.sqrt(mean((pieces) => pieces.fundamentalVoltsRms ** 2));
  return {
    fundamentalHz: mean((pieces) => pieces.fundamentalHz),
    fundamentalVoltsRms,
    harmonics: blocks[0].harmonics.map(({ order }, k) => ({
      order,
      ratio:
        Math.sqrt(
          mean((pieces) => ((pieces.harmonics[k]?.ratio ?? 0) * pieces.fundamentalVoltsRms) ** 2),
        ) / fundamentalVoltsRms,
    })),
    residualMeanSquare: mean((pieces) => pieces.residualMeanSquare),
    aboveFifthMeanSquare: mean((pieces) => pieces.aboveFifthMeanSquare),
  };
};

/**
 * Reads a tone from one spectrum of a capture under a 7-term Blackman-Harris window, whose side lobes lie
 * 180 dB down. For captures of at least LEAST_CYCLES_FOR_SPECTRUM cycles.
 * @returns null when there is no tone in the search span
 */
const readBlock = (
  volts: Float64Array,
  sampleRateHz: number,
  { band, search }: ToneOptions,
): TonePieces | null => {
  const spectrum = passingSpectrum(volts, sampleRateHz, "blackmanHarris7");
  const fundamentalHz = findTone(spectrum, search.lowHz, Math.min(search.highHz, sampleRateHz / 2));
  if (fundamentalHz === null) return null;
  const fundamental = lineAmplitude(spectrum, fundamentalHz).voltsPeak;
  const clearHz = LOBE_BINS * spectrum.binHz;
  const harmonics: Harmonic[] = [];
  const lastHz = Math.min(Math.max(band.highHz, 10 * fundamentalHz), sampleRateHz / 2 - clearHz);
  for (let order = 2; order * fundamentalHz <= lastHz * (1 + 1e-4); order++)
    harmonics.push({
      order,
      ratio: lineAmplitude(spectrum, order * fundamentalHz).voltsPeak / fundamental,
    });
  // Below and above the fundamental's lobe, added: taking the lobe from the whole would leave only rounding beside a
  // clean tone.
  const below = bandMeanSquare(
    spectrum,
    band.lowHz,
    Math.min(band.highHz, fundamentalHz - clearHz),
  );
  const above = aboveFundamental(spectrum, fundamentalHz, fundamental, { band, harmonics });
  const aboveFifthMeanSquare = bandMeanSquare(spectrum, 5.5 * fundamentalHz, sampleRateHz / 2);
  return {
    fundamentalHz,
    fundamentalVoltsRms: fundamental / Math.SQRT2,
    harmonics,
    residualMeanSquare: below + above,
    aboveFifthMeanSquare,
  };
};

/**
 * Mean square from the fundamental's lobe to the band's upper edge. A harmonic on the edge is one line: wholly inside when
 * its frequency is, else not at all, whichever of its bins lie where.
 */
const aboveFundamental = (
  spectrum: Spectrum,
  fundamentalHz: number,
  fundamentalVoltsPeak: number,
  { band, harmonics }: { band: Band; harmonics: readonly Harmonic[] },
): number => {
  const clearHz = LOBE_BINS * spectrum.binHz;
  const lowHz = Math.max(band.lowHz, fundamentalHz + clearHz);
  const onEdge = harmonics.find(
    ({ order }) => Math.abs(order * fundamentalHz - band.highHz) < clearHz,
  );
  if (!onEdge) return bandMeanSquare(spectrum, lowHz, band.highHz);
  const lineHz = onEdge.order * fundamentalHz;
  const line = isInBand(lineHz, band) ? (onEdge.ratio * fundamentalVoltsPeak) ** 2 / 2 : 0;
  // The noise beside the line goes on under it.
  const below = Math.max(lowHz, lineHz - clearHz);
  const noise =
    bandMeanSquare(spectrum, Math.max(lowHz, below - clearHz), below) *
    Math.max(0, (band.highHz - below) / clearHz);
  return bandMeanSquare(spectrum, lowHz, below) + line + noise;
};
