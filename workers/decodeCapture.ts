import { failure, success, type Outcome } from "@/core/outcome";
import { decodeChannel, overloadedSampleCount, readWavLayout } from "@/core/wav";

/** A recording in volts. */
export type Decoded = { channels: readonly Float64Array[]; sampleRateHz: number };

/** All channels of a WAV in volts; refuses one whose recorder was overdriven. */
export const decodeCapture = (
  wav: Uint8Array,
  fullScaleVolts: number,
  onChannel: (doneRatio: number) => void = () => {},
): Outcome<Decoded> => {
  const layout = readWavLayout(wav);
  if (!layout.ok) return layout;
  const { channelCount, sampleRateHz } = layout.value;
  const channels: Float64Array[] = [];
  for (let index = 0; index < channelCount; index++) {
    onChannel(index / channelCount);
    channels.push(decodeChannel(wav, layout.value, index, fullScaleVolts));
    const overloaded = overloadedSampleCount(channels[index], fullScaleVolts);
    if (overloaded > 0)
      return failure(
        "capture-clipped",
        `Channel ${index + 1} of the recording`,
        `${overloaded} samples stand at full scale: the recorder was overdriven, so nothing in it can be trusted. Use a larger divider or range and record again.`,
      );
  }
  return success({ channels, sampleRateHz });
};
