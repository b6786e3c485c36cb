import { peakOf } from "@/core/numeric";
import { encodeWav } from "@/core/wav";
import type { Capture } from "../../contract";
import { choice, quantity, type PartOf } from "../../fields";
import { addNoise } from "./seededNoise";

/** The analogue-to-digital converter behind the probe. */
export const CONVERTER_FIELDS = {
  bits: choice("Resolution", [12, 16, 24], 24),
  fullScaleVolts: quantity("Full scale, peak at the load; 0 chooses a range", "V", [0, 1000], 0),
  noiseRatio: quantity("Its own noise over full scale, in 20 kHz", "", [0, 0.01], 1e-6),
  rateErrorRatio: quantity("Error of its clock", "", [-0.001, 0.001], 0),
};
export type Converter = PartOf<typeof CONVERTER_FIELDS>;

const RANGES_VOLTS = [0.1, 0.3, 1, 2.5, 5, 10, 20, 40, 80, 160, 320, 640];

/**
 * Samples with the amplifier's and the converter's noise, in steps of the converter's resolution; what exceeds full scale
 * is held there, as an overdriven converter does. Takes the channels over.
 * @param noiseVoltsRms of the amplifier, a channel, 20 Hz to 20 kHz
 */
export const convert = (
  channels: readonly Float64Array[],
  noiseVoltsRms: readonly number[],
  { sampleRateHz, seed, fileName }: { sampleRateHz: number; seed: number; fileName: string },
  converter: Converter,
): Capture => {
  const peak = Math.max(...channels.map(peakOf));
  const fullScaleVolts =
    converter.fullScaleVolts || (RANGES_VOLTS.find((range) => range > 1.1 * peak) ?? 2 * peak);
  const bandwidth = Math.sqrt(sampleRateHz / 40_000);
  const step = fullScaleVolts / 2 ** (converter.bits - 1);
  const sampled = channels.map((volts, channel) => {
    const noisy = addNoise(
      volts,
      bandwidth * Math.hypot(noiseVoltsRms[channel] ?? 0, converter.noiseRatio * fullScaleVolts),
      seed + 101 * (channel + 1),
    );
    // The file's own steps are those of 24 bit, and it holds what exceeds full scale.
    return converter.bits < 24 ? noisy.map((value) => Math.round(value / step) * step) : noisy;
  });
  return {
    wav: encodeWav(sampled, sampleRateHz, fullScaleVolts, "int24"),
    fullScaleVolts,
    fileName,
  };
};
