import { logBetween, logShare } from "../numeric";
import { amplitudeRatioToDb, requirePositive } from "../units";
import type { Response } from "./types";

/** Neighbours closer than this are not parted again: a hundredth of a decade. */
const CLOSEST_RATIO = 10 ** 0.01;

/**
 * Frequencies to be added where a response bends: half way (in logarithm) to both neighbours of each point that lies further
 * than the tolerance off the straight line between them, in dB over the logarithm of frequency.
 * @returns rising frequencies, none of them in the response
 * Chosen here, because a straight line between points is true where nothing bends.
 */
export const frequenciesAtBends = (response: Response, toleranceDb: number): number[] => {
  requirePositive("toleranceDb", toleranceDb);
  const added = new Set<number>();
  for (let k = 1; k < response.length - 1; k++) {
    const [before, here, after] = [response[k - 1], response[k], response[k + 1]];
    const share = logShare(before.frequencyHz, after.frequencyHz, here.frequencyHz);
    const straight = logBetween(before.ratio, after.ratio, share);
    if (Math.abs(amplitudeRatioToDb(here.ratio / straight)) <= toleranceDb) continue;
    for (const other of [before, after])
      if (
        Math.max(here.frequencyHz / other.frequencyHz, other.frequencyHz / here.frequencyHz) >
        CLOSEST_RATIO
      )
        added.add(Math.sqrt(here.frequencyHz * other.frequencyHz));
  }
  return [...added].sort((a, b) => a - b);
};
