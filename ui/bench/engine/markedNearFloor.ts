import { nearFloor, type RigFloor } from "@/core/rig";
import type { ChannelResult } from "@/core/run";

/** The results, with what is no cleaner than the rig marked as such. */
export const markedNearFloor = (
  channels: readonly ChannelResult[],
  floor: RigFloor | null,
): ChannelResult[] =>
  channels.map((channel) => {
    const near = floor === null ? [] : nearFloor(channel.figures, floor);
    return near.length === 0
      ? channel
      : { ...channel, cautions: [...(channel.cautions ?? []), ...near] };
  });
