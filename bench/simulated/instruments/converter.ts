import { peakOf } from "@/core/numeric";
import { encodeWav } from "@/core/wav";
import type { Capture } from "../../contract";
import { choice, quantityParameter, type PartOf } from "../../fields";
import { addNoise } from "./seededNoise";

/** The analogue-to-digital converter behind the probe. */
export const CONVERTER_FIELDS = {
  bits: choice("Resolution", [12, 16, 24], 24),
  fullScaleVolts: quantityParameter(
    "Full scale, peak at the load; 0 chooses a range",
    "V",
    [0, 1000],
    0,
  ),
  noiseRatio: quantityParameter(
    "Noise relative to full scale, 20 kHz bandwidth",
    "",
    [0, 0.01],
    1e-6,
  ),
  rateErrorRatio: quantityParameter("Error of its clock", "", [-0.001, 0.001], 0),
};
export type Converter = PartOf<typeof CONVERTER_FIELDS>;

/** Full scales in steps of about 10 dB, and finer where amplifiers play. */
const RANGES_VOLTS = [0.1, 0.3, 1, 2.5, 5, 10, 20, 40, 80, 160, 320, 640];

/** Samples from one to another, the last excluded. */
export type SampleSpan = { from: number; to: number };

/** The amplifier's noise in each channel, 20 Hz to 20 kHz, and where its output is open, so that none of it is there. */
export type AmplifierNoise = { voltsRms: readonly number[]; silent: readonly SampleSpan[] };

/**
 * Samples with the amplifier's and the converter's noise, in steps of the converter's resolution; what exceeds full scale
 * is held there, as an overdriven converter does. Takes the channels over.
 */
export const convert = (
  channels: readonly Float64Array[],
  { voltsRms, silent }: AmplifierNoise,
  { sampleRateHz, seed, fileName }: { sampleRateHz: number; seed: number; fileName: string },
  converter: Converter,
): Capture => {
  const peak = Math.max(...channels.map(peakOf));
  const fullScaleVolts =
    converter.fullScaleVolts || (RANGES_VOLTS.find((range) => range > 1.1 * peak) ?? 2 * peak);
  const bandwidth = Math.sqrt(sampleRateHz / 40_000);
  const step = fullScaleVolts / 2 ** (converter.bits - 1);
  const sampled = channels.map((volts, channel) => {
    const own = bandwidth * converter.noiseRatio * fullScaleVolts;
    const ofChannel = seed + 101 * (channel + 1);
    let from = 0;
    for (const stretch of [...silent, { from: volts.length, to: volts.length }]) {
      const noise = Math.hypot(bandwidth * voltsRms[channel], own);
      addNoise(volts.subarray(from, stretch.from), noise, ofChannel + from);
      addNoise(volts.subarray(stretch.from, stretch.to), own, ofChannel + stretch.from);
      from = stretch.to;
    }
    // The file's own steps are those of 24 bit, and it holds what exceeds full scale.
    return converter.bits < 24 ? volts.map((value) => Math.round(value / step) * step) : volts;
  });
  return {
    wav: encodeWav(sampled, sampleRateHz, fullScaleVolts, "int24"),
    fullScaleVolts,
    fileName,
  };
};
