import { dbToAmplitudeRatio } from "../units";
import type { ShotFacts } from "./types";

/** Levels in dB against the drive at which the amplifier is about at its limit. */
export type LevelSearch = {
  firstDb: number;
  coarseDb: number;
  /** It ends when the limit is known within this. */ finestDb: number;
  mostShots: number;
};

/**
 * Raises the level until it is no longer clean, then halves the step, as one does by hand; ends also at the source's most.
 * Yields levels in dB and is given for each whether it was clean.
 */
export function* searchLevels(
  { firstDb, coarseDb, finestDb, mostShots }: LevelSearch,
  facts: ShotFacts,
): Generator<number, void, boolean> {
  let clean = -Infinity,
    flat = Infinity,
    level = firstDb;
  for (let shot = 0; shot < mostShots; shot++) {
    const isClean: boolean = yield level;
    if (isClean) clean = level;
    else flat = level;
    if (isClean && limitOf(facts) * dbToAmplitudeRatio(level) >= 0.999 * facts.mostDriveVoltsRms)
      return;
    if (flat - clean <= finestDb) return;
    if (flat === Infinity) level += coarseDb;
    else if (clean === -Infinity) level -= coarseDb;
    else level = (clean + flat) / 2;
  }
}

/** Peak volts of the drive at a level, as far as the source can give them. */
export const peakDriveAt = (levelDb: number, facts: ShotFacts): number =>
  Math.SQRT2 * Math.min(facts.mostDriveVoltsRms, limitOf(facts) * dbToAmplitudeRatio(levelDb));

/** The limit, of a run that seeks it. @throws {RangeError} where nobody looked for it */
export const limitOf = ({ limitDriveVoltsRms }: ShotFacts): number => {
  if (limitDriveVoltsRms === null)
    throw new RangeError("a run that uses the limit must declare that it searches for it");
  return limitDriveVoltsRms;
};

/** "+0.5 dB" */
export const levelText = (levelDb: number): string =>
  `${levelDb >= 0 ? "+" : "−"}${Math.abs(levelDb).toFixed(1)} dB`;
