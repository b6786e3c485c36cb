import type { GuardLimits } from "@/core/drive";
import { networkRating, type LoadRating } from "@/core/load";
import type { Load } from "./load";
import type { Guards } from "./rig";

/** Of a load that is not known part by part: five times its watts for five seconds, as cased resistors stand. @see MIL-PRF-18546, short-time overload (from memory) */
const USUAL_OVERLOAD: LoadRating["overload"] = { ratio: 5, seconds: 5 };

/** What the guards watch on a load: its own rating where it was built from the shelf, what was set otherwise. */
export const guardLimits = ({ loadWatts, ...others }: Guards, { channels }: Pick<Load, "channels">): Omit<GuardLimits, "fullScaleVolts"> => {
  const ratings = channels.map(({ network }): LoadRating => (network ? networkRating(network.network, network.resistors) : { watts: loadWatts, overload: USUAL_OVERLOAD }));
  const watts = Math.min(...ratings.map((rating) => rating.watts));
  return { ...others, loadWatts: watts, overload: { ratio: Math.min(...ratings.map((rating) => (rating.watts * rating.overload.ratio) / watts)), seconds: Math.min(...ratings.map(({ overload }) => overload.seconds)) } };
};
