import { findTone } from "./findTone";
import { lineAmplitude } from "./lineAmplitude";
import { noiseBesideLine } from "./noiseBesideLine";
import type { Spectrum } from "./types";

export type SpectralLine = { frequencyHz: number; voltsPeak: number };

/**
 * The strongest line between two frequencies in hertz, by findTone and lineAmplitude; null in silence, or where they leave nothing between.
 * @see findTone and lineAmplitude, which name their sources
 */
export const strongestLine = (
  spectrum: Spectrum,
  lowHz: number,
  highHz: number,
): SpectralLine | null => {
  const frequencyHz = lowHz < highHz ? findTone(spectrum, lowHz, highHz) : null;
  return frequencyHz === null
    ? null
    : { frequencyHz, voltsPeak: lineAmplitude(spectrum, frequencyHz).voltsPeak };
};

/**
 * Whether a line's volts are more than some times those that the noise beside it would read as.
 * Definition: volts against those that the noise beside the line reads as.
 */
export const standsOut = (
  spectrum: Spectrum,
  { frequencyHz, voltsPeak }: SpectralLine,
  timesNoise: number,
): boolean => voltsPeak > timesNoise * Math.sqrt(2 * noiseBesideLine(spectrum, frequencyHz));
