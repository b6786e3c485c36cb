import type { ChannelLayout } from "@/bench/contract";
import type { Recorded } from "@/core/run";
import { success, type Outcome } from "@/core/outcome";
import { decodeCapture, type Decode } from "./decode";

/** What is known of a recording beside its samples. */
export type RecordedShot = Pick<Recorded, "shot" | "loads" | "stimulus" | "meters" | "events"> & {
  wav: Uint8Array;
  fullScaleVolts: number;
  layout: ChannelLayout;
};

/** A recording in the form that analyses take. */
export const recordedFrom = (
  { wav, fullScaleVolts, layout, ...facts }: RecordedShot,
  decode: Decode = decodeCapture,
): Outcome<Recorded> => {
  const decoded = decode(wav, fullScaleVolts);
  if (!decoded.ok) return decoded;
  const { channels, sampleRateHz } = decoded.value;
  return success({
    ...facts,
    sampleRateHz,
    volts: layout.outputs.map((channel) => channels[channel]),
    input: layout.input === null ? null : channels[layout.input],
  });
};
