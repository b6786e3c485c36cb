// For tests only: the reference captures with independently computed truth, which lie beside the checkout.
import { existsSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { decodeChannel, readWavLayout } from "../wav";

const FOLDER = resolve(__dirname, "../../../shared/captures");

/** Whether the reference captures are there; where they are not, the whole run ends by telling how many tests did not run, and why. */
export const hasReferenceCaptures = existsSync(resolve(FOLDER, "README.md"));

/** Tests that need them: skipped by name where they are not there. */
export const testOfCaptures = hasReferenceCaptures ? test : test.skip;
export const describeCaptures = hasReferenceCaptures ? describe : describe.skip;

/** Where a file of them lies, by its whole name. */
export const capturePath = (fileName: string): string => resolve(FOLDER, fileName);

/** Whatever stands in one of their texts. */
export const captureText = (fileName: string): string =>
  readFileSync(capturePath(fileName), "utf8");

export type TruthValue = { value: number; unit: string; tolerance: number };

export const truthOf = (name: string) => JSON.parse(captureText(`${name}.truth.json`));

export const captureBytes = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(capturePath(`${name}.wav`)));

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
