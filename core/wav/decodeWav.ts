import { failure, success, type Outcome } from "../outcome";
import { decodeChannel } from "./decodeChannel";
import { readWavLayout } from "./readWavLayout";

/** A recording in volts, all channels of one length. */
export type Recording = { channels: readonly Float64Array[]; sampleRateHz: number };

/** Fewer samples than this hold nothing that could be read. Chosen: half a dozen cycles of the fastest tone there can be. */
export const LEAST_SAMPLES = 16;

/**
 * All channels of a WAV file in volts. A file with samples that are no numbers, or with too few of them, is refused.
 * @param bytes the whole file
 * @param fullScaleVolts volts at the load that a full-scale sample stands for, above zero
 * @see Multimedia Programming Interface and Data Specifications 1.0, 1991 (WAVE); EBU Tech 3306 (RF64); from memory
 */
export const decodeWav = (bytes: Uint8Array, fullScaleVolts: number): Outcome<Recording> => {
  const layout = readWavLayout(bytes);
  if (!layout.ok) return layout;
  const { channelCount, sampleRateHz, frameCount } = layout.value;
  if (frameCount < LEAST_SAMPLES)
    return failure(
      "too-short",
      "File",
      `it has only ${frameCount === 1 ? "one sample" : `${frameCount} samples`}; record at least a tenth of a second.`,
    );
  const channels: Float64Array[] = [];
  for (let index = 0; index < channelCount; index++) {
    const volts = decodeChannel(bytes, layout.value, index, fullScaleVolts);
    const badCount = countNotFinite(volts);
    if (badCount > 0)
      return failure(
        "no-samples",
        `Channel ${index + 1} of the recording`,
        `${badCount} of its ${frameCount} samples are not numbers (NaN or infinite): the program that wrote the file failed. Export or record it again.`,
      );
    channels.push(volts);
  }
  return success({ channels, sampleRateHz });
};

const countNotFinite = (volts: Float64Array): number => {
  let count = 0;
  for (let n = 0; n < volts.length; n++) if (!Number.isFinite(volts[n])) count++;
  return count;
};
