import { failure, success, type Outcome } from "@/core/outcome";
import { decodeWav, overloadedSampleCount, type Recording } from "@/core/wav";

/** Makes volts of a WAV: all its channels, or what is wrong with it. */
export type Decode = (wav: Uint8Array, fullScaleVolts: number) => Outcome<Recording>;

/** All channels of a WAV in volts; refuses one whose recorder was overdriven. */
export const decodeCapture: Decode = (wav, fullScaleVolts) => {
  const decoded = decodeWav(wav, fullScaleVolts);
  if (!decoded.ok) return decoded;
  for (const [index, volts] of decoded.value.channels.entries()) {
    const overloaded = overloadedSampleCount(volts, fullScaleVolts);
    if (overloaded > 0)
      return failure(
        "capture-clipped",
        `Channel ${index + 1} of the recording`,
        `${overloaded} samples are at full scale: the recorder was overloaded, so no reading is valid. Use a larger divider or range and record again.`,
      );
  }
  return success(decoded.value);
};
