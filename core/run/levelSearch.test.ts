import fc from "fast-check";
import { levelText, peakDriveAt, searchLevels, type LevelSearch } from "./levelSearch";
import type { ShotFacts } from "./types";

const facts: ShotFacts = {
  channelCount: 1,
  loadOhms: 8,
  gainRatio: 20,
  mostDriveVoltsRms: 2,
  limitDriveVoltsRms: 1,
  ratedWatts: 50,
  sampleRateHz: 96_000,
};
const search: LevelSearch = { firstDb: -2, coarseDb: 1, finestDb: 0.13, mostShots: 12 };

/** The levels that are tried when everything up to a limit is clean. */
const tried = (limitDb: number, given: ShotFacts = facts): number[] => {
  const levels: number[] = [];
  const steps = searchLevels(search, given);
  for (let next = steps.next(); !next.done; next = steps.next(next.value <= limitDb))
    levels.push(next.value);
  return levels;
};

test("property: a limit is closed in to an eighth of a decibel, from both sides, in a handful of recordings", () => {
  fc.assert(
    fc.property(fc.double({ min: -5, max: 4, noNaN: true }), (limitDb) => {
      const levels = tried(limitDb);
      const clean = Math.max(...levels.filter((level) => level <= limitDb)),
        flat = Math.min(...levels.filter((level) => level > limitDb));
      expect(flat - clean).toBeLessThanOrEqual(search.finestDb);
      expect(levels.length).toBeLessThanOrEqual(search.mostShots);
    }),
  );
});

test("a source that ends first ends the search", () => {
  expect(tried(99)).toEqual([-2, -1, 0, 1, 2, 3, 4, 5, 6, 7].slice(0, 10));
  expect(peakDriveAt(7, facts)).toBeCloseTo(2 * Math.SQRT2, 12);
  expect(peakDriveAt(0, facts)).toBeCloseTo(Math.SQRT2, 12);
});

test("levels in words", () =>
  expect([0, 1.25, -0.5].map(levelText)).toEqual(["+0.0 dB", "+1.3 dB", "−0.5 dB"]));
