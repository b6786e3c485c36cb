import { mountedWatts } from "./mounting";
import { networkShares } from "./tree";
import type { Network, PowerResistor } from "./types";

/** Watts that a load takes continuously, and how many times that for how many seconds from cold. */
export type LoadRating = { watts: number; overload: { ratio: number; seconds: number } };

/**
 * What a network takes as a whole: its weakest part sets the watts, and what stands the least beyond them sets the overload.
 * Definition: the weakest part decides.
 */
export const networkRating = (network: Network, shelf: readonly PowerResistor[]): LoadRating => {
  const parts = networkShares(
    network,
    shelf.map(({ ohms }) => ohms),
  ).map(({ index, share }) => ({
    ...shelf[index],
    steadyWatts: mountedWatts(shelf[index]) / share,
  }));
  const watts = Math.min(...parts.map(({ steadyWatts }) => steadyWatts));
  return {
    watts,
    overload: {
      ratio: Math.min(
        ...parts.map(({ steadyWatts, overloadRatio }) => (steadyWatts * overloadRatio) / watts),
      ),
      seconds: Math.min(...parts.map(({ overloadSeconds }) => overloadSeconds)),
    },
  };
};
