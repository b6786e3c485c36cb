import type { Recorded } from "@/core/run";
import { success, type Outcome } from "@/core/outcome";
import { decodeCapture } from "./decode";

/** What is known of a recording beside its samples. `inputChannel` is where the source was recorded too, from 0. */
export type RecordedShot = Pick<Recorded, "shot" | "loads" | "stimulus" | "meters" | "events"> & {
  wav: Uint8Array;
  fullScaleVolts: number;
  inputChannel: number | null;
};

/** A recording in the form that analyses take. */
export const recordedFrom = ({
  wav,
  fullScaleVolts,
  inputChannel,
  ...facts
}: RecordedShot): Outcome<Recorded> => {
  const decoded = decodeCapture(wav, fullScaleVolts);
  if (!decoded.ok) return decoded;
  const { channels, sampleRateHz } = decoded.value;
  return success({
    ...facts,
    sampleRateHz,
    volts: channels.filter((_, index) => index !== inputChannel),
    input: inputChannel === null ? null : (channels[inputChannel] ?? null),
  });
};
