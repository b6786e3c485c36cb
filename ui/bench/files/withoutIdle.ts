import { RUN_KINDS } from "@/core/run";
import type { FileEntry } from "./useFiles";

/** What leaks into a channel that was not driven stays this far under the loudest, 20 dB. Chosen here. */
const IDLE_RATIO = 0.1;

/**
 * A file as it is read: outputs that were not driven are left out, so that what leaks into them is neither an output nor a reason to refuse
 * the rest. Of crosstalk the idle channel is the reading.
 * @param driven places of the channels that were driven; empty where only their number is known
 * @param placeOf the place of the output that a channel of the load is on
 */
export const withoutIdle = (
  entry: FileEntry,
  channelsDriven: number,
  driven: readonly number[],
  placeOf: (loadChannel: number) => number = (k) => k,
): FileEntry => {
  const { kind, channels, opened } = entry;
  const isOfIdle = kind !== null && RUN_KINDS[kind].speaksTo === "crosstalk";
  const mapped = channels.filter((channel) => channel !== null);
  if (isOfIdle || !opened?.hasSamples) return entry;
  const peaks = mapped.map((channel) => opened.peaks[channel] ?? 0);
  const loudest = Math.max(...peaks);
  const isHeard = (output: number): boolean => {
    if (driven.length > 0) return driven.includes(placeOf(output));
    const { [output]: channel } = channels;
    return (
      mapped.length <= channelsDriven ||
      channel === null ||
      (opened.peaks[channel] ?? 0) > IDLE_RATIO * loudest
    );
  };
  const heard = channels.map((channel, output) => (isHeard(output) ? channel : null));
  return { ...entry, channels: heard };
};
