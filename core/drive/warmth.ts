import { windingSeconds } from "../load";
import { nextSinkRise, type SinkForecast } from "./sinkHeat";

/** So many times its steady watts, for how many seconds from cold. */
export type OverloadRating = { ratio: number; seconds: number };

/** Watts and amperes as loads and breaker accumulate their heat, and the predicted rise of the sink above the room. */
export type Warmth = { loadWatts: readonly number[]; mainsAmperes: number; sinkKelvin: number };

/** A household breaker lets a moment pass: well over its rating it opens in the order of seconds. @see IEC 60898-1, time-current zone (from memory) */
const BREAKER_SECONDS = 1;

/**
 * One step of the warmth: a load's winding is one store of heat whose time constant follows from its overload allowance, so that it
 * is at its rating just when an allowed overload ends; without an allowance every moment counts whole.
 */
export const nextWarmth = (
  before: Warmth,
  { loadWatts, mainsAmperes }: { loadWatts: readonly number[]; mainsAmperes: number | null },
  seconds: number,
  { overload, sink }: { overload: OverloadRating | null; sink?: SinkForecast | null },
): Warmth => {
  const windingShare =
    overload && overload.ratio > 1
      ? 1 - Math.exp(-seconds / windingSeconds(overload.ratio, overload.seconds))
      : 1;
  const breakerShare = 1 - Math.exp(-seconds / BREAKER_SECONDS);
  return {
    loadWatts: loadWatts.map(
      (watts, k) =>
        (before.loadWatts[k] ?? 0) + windingShare * (watts - (before.loadWatts[k] ?? 0)),
    ),
    mainsAmperes: before.mainsAmperes + breakerShare * ((mainsAmperes ?? 0) - before.mainsAmperes),
    sinkKelvin: sink
      ? nextSinkRise(before.sinkKelvin, sink, loadWatts, seconds)
      : before.sinkKelvin,
  };
};
