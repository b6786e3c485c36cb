import { encodeWav } from "@/core/wav";
import type { Capture } from "../../contract";
import { choice, quantity, type PartOf } from "../rig/fields";
import { seededNoise } from "./seededNoise";

/** The analogue-to-digital converter behind the probe. */
export const CONVERTER_FIELDS = {
  bits: choice("Resolution", [12, 16, 24], 24),
  fullScaleVolts: quantity("Full scale, peak at the load; 0 chooses a range", "V", 0, 1000, 0),
  noiseRatio: quantity("Its own noise over full scale, in 20 kHz", "", 0, 0.01, 1e-6),
  rateErrorRatio: quantity("Error of its clock", "", -0.001, 0.001, 0),
};
export type Converter = PartOf<typeof CONVERTER_FIELDS>;

const RANGES_VOLTS = [0.1, 0.3, 1, 2.5, 5, 10, 20, 40, 80, 160, 320, 640];

/**
 * Samples with the amplifier's and the converter's noise, in steps of the converter's resolution; what exceeds full scale
 * is held there, as an overdriven converter does.
 * @param noiseVoltsRms of the amplifier, a channel, 20 Hz to 20 kHz
 */
export const convert = (channels: readonly Float64Array[], noiseVoltsRms: readonly number[], sampleRateHz: number, converter: Converter, seed: number, fileName: string): Capture => {
  const peak = channels.reduce((most, volts) => volts.reduce((highest, value) => Math.max(highest, Math.abs(value)), most), 0);
  const fullScaleVolts = converter.fullScaleVolts || (RANGES_VOLTS.find((range) => range > 1.1 * peak) ?? 2 * peak);
  const bandwidth = Math.sqrt(sampleRateHz / 40_000);
  const step = fullScaleVolts / 2 ** (converter.bits - 1);
  const highest = fullScaleVolts - step;
  const sampled = channels.map((volts, channel) => {
    const noise = seededNoise(seed + 101 * (channel + 1));
    const deviation = bandwidth * Math.hypot(noiseVoltsRms[channel] ?? 0, converter.noiseRatio * fullScaleVolts);
    // Below 24 bit the file's own steps are finer than the converter's.
    const isCoarse = converter.bits < 24;
    const out = new Float64Array(volts.length);
    for (let n = 0; n < volts.length; n++) {
      const value = volts[n] + deviation * noise();
      const held = value > highest ? highest : value < -fullScaleVolts ? -fullScaleVolts : value;
      out[n] = isCoarse ? Math.round(held / step) * step : held;
    }
    return out;
  });
  return { wav: encodeWav(sampled, sampleRateHz, fullScaleVolts, "int24"), fullScaleVolts, fileName };
};
