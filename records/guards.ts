import type { GuardLimits } from "@/core/drive";
import { networkRating, type LoadRating } from "@/core/load";
import type { Load } from "./load";
import type { Guards } from "./rig";

/** Of a load that is not known part by part: five times its watts for five seconds, as cased resistors stand. @see MIL-PRF-18546, short-time overload (from memory) */
const USUAL_OVERLOAD: LoadRating["overload"] = { ratio: 5, seconds: 5 };

/** What the weakest of some loads takes. */
const weakest = (ratings: readonly LoadRating[]): LoadRating => {
  const watts = Math.min(...ratings.map((rating) => rating.watts));
  return {
    watts,
    overload: {
      ratio: Math.min(...ratings.map((rating) => (rating.watts * rating.overload.ratio) / watts)),
      seconds: Math.min(...ratings.map(({ overload }) => overload.seconds)),
    },
  };
};

/** What a load takes by its own resistors, or null where a channel of it is not known part by part. */
export const builtRating = ({ channels }: Pick<Load, "channels">): LoadRating | null => {
  const ratings = channels.flatMap(({ network }) =>
    network ? [networkRating(network.network, network.resistors)] : [],
  );
  return ratings.length === channels.length ? weakest(ratings) : null;
};

/** What the guards watch on a load: its own rating where it was built from the shelf, what was set otherwise; of several channels the weakest. */
export const guardLimits = (
  { loadWatts, ...others }: Guards,
  { channels }: Pick<Load, "channels">,
): Omit<GuardLimits, "fullScaleVolts"> => {
  const { watts, overload } = weakest(
    channels.map(
      (channel) =>
        builtRating({ channels: [channel] }) ?? { watts: loadWatts, overload: USUAL_OVERLOAD },
    ),
  );
  return { ...others, loadWatts: watts, overload };
};
