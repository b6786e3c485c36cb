import { inputVoltsForPower } from "../power";
import type { ShotFacts } from "./types";

/** Peak volts of the drive for a power in each channel, as far as the source can give them. */
export const peakDriveFor = (
  powerWatts: number,
  { loadOhms, gainRatio, mostDriveVoltsRms }: ShotFacts,
): number =>
  Math.SQRT2 * Math.min(mostDriveVoltsRms, inputVoltsForPower(powerWatts, loadOhms, gainRatio));

/** All channels get the stimulus. */
export const allDriven = ({ channelCount }: ShotFacts): boolean[] =>
  Array<boolean>(channelCount).fill(true);

/** The highest frequency that may be played: a little under half the sampling rate. */
export const highestHz = ({ sampleRateHz }: ShotFacts): number => 0.45 * sampleRateHz;
