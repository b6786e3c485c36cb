import { powerSpectrum } from "../spectrum";
import { spectrumCurve } from "./pictures";
import type { Curve, Recorded } from "./types";

/** The spectrum of one channel of a recording, under the recording's name. */
export const shotSpectrum = (
  { volts, sampleRateHz, shot }: Recorded,
  channel: number,
  label: string,
): Curve => ({
  ...spectrumCurve(powerSpectrum(volts[channel], sampleRateHz, "blackmanHarris7"), label, {
    lowHz: 10,
    highHz: Math.min(96_000, sampleRateHz / 2),
  }),
  name: `spectrum-${shot}`,
});
