import { requireRange } from "../units";

/** How far below a limit the rig's own distortion has to be: 10 dB. Common practice. */
export const WANTED_RATIO = Math.sqrt(10);

export type RigFitness = {
  /** The lowest limit that it may judge. */
  leastLimitRatio: number;
  isFit: boolean;
  /** By how much a reading at the limit may be wrong: harmonics of rig and amplifier may add or cancel. */
  worstErrorRatio: number;
};

/**
 * Whether a rig, wired from its source straight to its converter, is clean enough to judge a limit of distortion.
 * @param ownRatio THD+N of the loop
 * Common practice: 10 dB of distance.
 */
export const rigFitness = (ownRatio: number, limitRatio: number): RigFitness => {
  requireRange("ownRatio", ownRatio, 0, 1);
  requireRange("limitRatio", limitRatio, Number.MIN_VALUE, 1);
  return {
    leastLimitRatio: ownRatio * WANTED_RATIO,
    isFit: ownRatio * WANTED_RATIO <= limitRatio,
    worstErrorRatio: ownRatio / limitRatio,
  };
};
