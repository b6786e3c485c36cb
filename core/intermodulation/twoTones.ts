import { failure, success, type Outcome } from "../outcome";
import { findTone, lineAmplitude, powerSpectrum, type Spectrum } from "../spectrum";

export type FoundTones = {
  spectrum: Spectrum;
  lowHz: number;
  highHz: number;
  lowVoltsPeak: number;
  highVoltsPeak: number;
};

const SHORTEST_SECONDS = 0.1;

/**
 * Finds two tones near the frequencies they should have, each within five percent, and their amplitudes.
 * @param volts at least a tenth of a second
 */
export const findTwoTones = (
  volts: Float64Array,
  sampleRateHz: number,
  nearLowHz: number,
  nearHighHz: number,
): Outcome<FoundTones> => {
  if (volts.length < SHORTEST_SECONDS * sampleRateHz)
    return failure(
      "too-short",
      "Capture",
      "two tones take at least a tenth of a second; record half a second or more.",
    );
  const spectrum = powerSpectrum(volts, sampleRateHz, "blackmanHarris7");
  // The stretches end half way to the other tone, so that the stronger one is not taken for both.
  const middle = (nearLowHz + nearHighHz) / 2;
  const lowHz = findTone(spectrum, 0.95 * nearLowHz, Math.min(1.05 * nearLowHz, middle));
  const highHz = findTone(spectrum, Math.max(0.95 * nearHighHz, middle), 1.05 * nearHighHz);
  if (lowHz === null || highHz === null)
    return failure(
      "no-signal",
      "Capture",
      `the tones near ${nearLowHz} and ${nearHighHz} Hz were not found. Check the stimulus and the connection.`,
    );
  const [lowVoltsPeak, highVoltsPeak] = [lowHz, highHz].map(
    (frequencyHz) => lineAmplitude(spectrum, frequencyHz).voltsPeak,
  );
  if (!(lowVoltsPeak > 1e-4 * highVoltsPeak && highVoltsPeak > 1e-4 * lowVoltsPeak))
    return failure(
      "no-signal",
      "Capture",
      `one of the tones near ${nearLowHz} and ${nearHighHz} Hz is missing.`,
    );
  return success({ spectrum, lowHz, highHz, lowVoltsPeak, highVoltsPeak });
};
