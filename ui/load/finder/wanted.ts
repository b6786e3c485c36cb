import { claimedWatts } from "@/core/claim";
import type { LoadDemand } from "@/core/load";
import { parseNumber } from "@/core/units";
import type { StatedPower } from "@/records";

/** What is wanted of a load, as it is typed. No watts means as claimed. */
export type Wanted = {
  ohms: string;
  channels: string;
  watts: string;
  seconds: string;
  isBridged: boolean;
};

const MOST_CHANNELS = 16;

export const positive = (text: string): number | null => {
  const value = parseNumber(text);
  return value !== null && value > 0 ? value : null;
};

/** Where nothing is claimed: enough to see what a load is good for. Common practice. */
const UNCLAIMED_WATTS = 20;

/** Watts to design for when none are typed. */
export const usualWatts = ({ ohms, isBridged }: Wanted, claims: readonly StatedPower[]): number =>
  claimedWatts(positive(ohms) ?? 8, claims, isBridged) ?? UNCLAIMED_WATTS;

/** The demand, once everything typed makes sense. */
export const demandOf = (
  wanted: Wanted,
  claims: readonly StatedPower[],
  ambientCelsius: number,
): LoadDemand | null => {
  const targetOhms = positive(wanted.ohms),
    channelCount = positive(wanted.channels),
    seconds = positive(wanted.seconds);
  const watts = wanted.watts.trim() === "" ? usualWatts(wanted, claims) : positive(wanted.watts);
  if (
    targetOhms === null ||
    channelCount === null ||
    seconds === null ||
    watts === null ||
    channelCount > MOST_CHANNELS
  )
    return null;
  return {
    targetOhms,
    watts,
    seconds,
    channelCount: Math.max(1, Math.round(channelCount)),
    ambientCelsius,
  };
};
