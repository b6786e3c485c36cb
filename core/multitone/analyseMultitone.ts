import { failure, success, type Outcome } from "../outcome";
import { powerSpectrum } from "../spectrum";
import { amplitudeRatioToDb, formatSignificant } from "../units";

export type MultitoneReading = {
  toneCount: number;
  /** RMS volts of one tone (root mean square over the tones) and of all that lies between them in the band. */
  toneVoltsRms: number;
  residualVoltsRms: number;
  /** All tones together over all that lies between, in the band, as an amplitude ratio. */
  totalRatio: number;
  totalRatioStdUncertainty: number;
  /** A tone's amplitude over the highest line between the tones, in the band: the distortion-free range. */
  freeRangeRatio: number;
  /** The same range in bits of a converter: range in dB less 1.76, over 6.02. */
  freeRangeBits: number;
  summary: string;
};

/** Bins on each side of a tone that belong to it, with the 7-term window and a little modulation. */
const LOBE_BINS = 9;

/**
 * Multitone distortion: everything in the band that is not one of the tones.
 * @param frequencies where the tones were played
 * @param volts a second or more, so that 32 tones from 20 Hz on stand apart
 * @see IEC 60268-3:2018 (multitone, in principle); N-bit range: 6.02 N + 1.76 dB, W. R. Bennett, Bell Syst. Tech. J. 27, 1948
 */
export const analyseMultitone = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencies: readonly number[],
  band = { lowHz: 20, highHz: 20_000 },
): Outcome<MultitoneReading> => {
  if (frequencies.length < 2)
    throw new RangeError(
      `frequencies has ${frequencies.length} entries; a multitone has at least 2`,
    );
  const gaps = frequencies.slice(1).map((frequency, k) => frequency - frequencies[k]);
  const { meanSquare, binHz } = powerSpectrum(volts, sampleRateHz, "blackmanHarris7");
  if (Math.min(...gaps, 2 * frequencies[0]) < 2 * LOBE_BINS * binHz * 0.6)
    return failure(
      "too-short",
      "Capture",
      `the recording is too short to separate the tones; record at least ${formatSignificant((1.2 * LOBE_BINS) / Math.min(...gaps), 2)} seconds.`,
    );
  const isTone = new Uint8Array(meanSquare.length);
  let toneSquares = 0;
  for (const frequency of frequencies) {
    const middle = Math.round(frequency / binHz);
    for (
      let k = Math.max(0, middle - LOBE_BINS);
      k <= Math.min(meanSquare.length - 1, middle + LOBE_BINS);
      k++
    ) {
      if (!isTone[k]) toneSquares += meanSquare[k];
      isTone[k] = 1;
    }
  }
  let residual = 0,
    highest = 0,
    bins = 0;
  for (
    let k = Math.ceil(band.lowHz / binHz);
    k <= Math.min(meanSquare.length - 1, Math.floor(band.highHz / binHz));
    k++
  ) {
    if (isTone[k]) continue;
    residual += meanSquare[k];
    bins++;
    highest = Math.max(highest, meanSquare[k]);
  }
  if (!(toneSquares > 0))
    return failure(
      "no-signal",
      "Capture",
      "the tones were not found. Check the stimulus and the connection.",
    );
  const toneVoltsRms = Math.sqrt(toneSquares / frequencies.length);
  // A line's power is spread over its lobe: the bin in the middle holds 1 / 2.63 of it.
  const freeRangeRatio = toneVoltsRms / Math.sqrt(2.63 * highest);
  const freeRangeBits = (amplitudeRatioToDb(freeRangeRatio) - 1.76) / 6.02;
  return success({
    toneCount: frequencies.length,
    toneVoltsRms,
    residualVoltsRms: Math.sqrt(residual),
    totalRatio: Math.sqrt(toneSquares / residual),
    // A mean square over so many independent bins scatters by 1 / sqrt(bins), its root by half of that.
    totalRatioStdUncertainty:
      Math.sqrt(toneSquares / residual) / (2 * Math.sqrt(Math.max(1, bins / 2.63))),
    freeRangeRatio,
    freeRangeBits,
    summary: `Distortion-free range ${formatSignificant(amplitudeRatioToDb(freeRangeRatio), 3)} dB (${formatSignificant(freeRangeBits, 3)} bits) between ${frequencies.length} tones.`,
  });
};
