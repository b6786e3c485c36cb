import { nearFloor } from "@/core/rig";
import type { ChannelResult } from "@/core/run";

/** The results, with what is no cleaner than the rig marked as such. */
export const markedNearFloor = (
  channels: readonly ChannelResult[],
  floorRatio: number | null,
): ChannelResult[] =>
  channels.map((channel) => {
    const near =
      floorRatio === null ? [] : nearFloor(channel.figures, { thdPlusNoiseRatio: floorRatio });
    return near.length === 0
      ? channel
      : { ...channel, cautions: [...(channel.cautions ?? []), ...near] };
  });
