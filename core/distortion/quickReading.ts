import { LOBE_BINS } from "../spectrum";
import { LEAST_CYCLES_FOR_SPECTRUM, readToneBySpectrum } from "./toneBySpectrum";
import { TONE_DEFAULTS } from "./types";

/**
 * THD+N of a short stretch in a fraction of the time that analyseTone takes, for a meter that moves while something plays: over the
 * total, in the usual band as far down as the lobe of an offset reaches, from one spectrum. Its length should be a power of two.
 * @returns null where there is no tone, or too few cycles of it
 * @see AES17-2020 (THD+N in a band)
 */
export const quickThdPlusNoiseRatio = (
  volts: Float64Array,
  sampleRateHz: number,
): number | null => {
  const { band } = TONE_DEFAULTS;
  const pieces = readToneBySpectrum(volts, sampleRateHz, {
    ...TONE_DEFAULTS,
    band: { ...band, lowHz: Math.max(band.lowHz, ((LOBE_BINS + 1) * sampleRateHz) / volts.length) },
  });
  if (
    !pieces ||
    !(pieces.fundamentalVoltsRms > 0) ||
    (pieces.fundamentalHz * volts.length) / sampleRateHz < LEAST_CYCLES_FOR_SPECTRUM
  )
    return null;
  const overFundamental = Math.sqrt(pieces.residualMeanSquare) / pieces.fundamentalVoltsRms;
  return overFundamental / Math.hypot(1, overFundamental);
};
