import { failure, success, type Outcome } from "../outcome";
import type { ChannelConditions } from "../power";
import type { ChannelResult, Recorded } from "./types";

/**
 * Reads each channel by itself; the first finding ends it.
 * @param recordings at least one; all with the channels of the first
 */
export const eachChannel = (
  recordings: readonly Recorded[],
  read: (channel: number, load: ChannelConditions) => Outcome<ChannelResult>,
): Outcome<ChannelResult[]> => {
  const unfit = unfitting(recordings);
  if (unfit) return unfit;
  const [first] = recordings;
  const channels: ChannelResult[] = [];
  for (let channel = 0; channel < first.volts.length; channel++) {
    const outcome = read(channel, first.loads[channel]);
    if (!outcome.ok) return outcome;
    channels.push(outcome.value);
  }
  return success(channels);
};

/** What keeps recordings from being read, or null: none at all, other channels in one than in the next, or a channel without a load. */
export const unfitting = (recordings: readonly Recorded[]): ReturnType<typeof failure> | null => {
  const first = recordings[0];
  if (!first)
    return failure(
      "no-samples",
      "Recording",
      "there is no recording. Record or choose a file first.",
    );
  if (recordings.some(({ volts }) => volts.length !== first.volts.length))
    return failure(
      "channel-mismatch",
      "Recordings",
      "they have different numbers of channels. Make all recordings of a run with the same channels.",
    );
  if (first.loads.length < first.volts.length)
    return failure(
      "channel-mismatch",
      "Loads",
      `the recording has ${first.volts.length} channels but ${first.loads.length} loads are given. Enter one load for each channel.`,
    );
  if (recordings.some(({ loads }) => loads.some(({ loadOhms }) => !(loadOhms > 0))))
    return failure("bad-load", "Loads", "every load must be above zero ohms.");
  return null;
};
