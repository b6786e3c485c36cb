// For tests only: the reference captures with independently computed truth, which lie beside the checkout.
import { existsSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { decodeChannel, readWavLayout } from "../wav";

const FOLDER = resolve(__dirname, "../../../shared/captures");

/** Whether the reference captures are there; tests that need them are skipped, by name, where they are not. */
export const hasReferenceCaptures = existsSync(resolve(FOLDER, "README.md"));

export type TruthValue = { value: number; unit: string; tolerance: number };

export const truthOf = (name: string) =>
  JSON.parse(readFileSync(resolve(FOLDER, `${name}.truth.json`), "utf8"));

export const captureBytes = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(resolve(FOLDER, `${name}.wav`)));

/** Every channel of a capture, in volts at the load. */
export const captureVolts = (name: string): { channels: Float64Array[]; sampleRateHz: number } => {
  const bytes = captureBytes(name);
  const layout = readWavLayout(bytes);
  if (!layout.ok) throw new Error(layout.finding.advice);
  const fullScaleVolts: number = truthOf(name).full_scale_volts;
  const channels = Array.from({ length: layout.value.channelCount }, (_, index) =>
    decodeChannel(bytes, layout.value, index, fullScaleVolts),
  );
  return { channels, sampleRateHz: layout.value.sampleRateHz };
};
