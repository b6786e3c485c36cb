/** The point that is nearest to a frequency, by ratio. */
export const nearest = <T extends { frequencyHz: number }>(
  points: readonly T[],
  frequencyHz: number,
): T =>
  points.reduce((best, point) =>
    Math.abs(Math.log(point.frequencyHz / frequencyHz)) <
    Math.abs(Math.log(best.frequencyHz / frequencyHz))
      ? point
      : best,
  );
/** Half a step of ten points a decade, and a little over, in octaves: what a point may be off to be called by a round frequency. */
const GRID_OCTAVES = 0.2;

/** Whether a frequency was measured, or one so near that the grid alone is the reason. */
export const reaches = (points: readonly { frequencyHz: number }[], frequencyHz: number): boolean =>
  points.length > 0 &&
  Math.abs(Math.log2(nearest(points, frequencyHz).frequencyHz / frequencyHz)) < GRID_OCTAVES;

/** Frequencies this close are one. */
const ONE_RATIO = 1.01;

/** Whether all points lie at one frequency: then there is no course to speak of. */
export const areOneTone = (points: readonly { frequencyHz: number }[]): boolean => {
  const hertz = points.map(({ frequencyHz }) => frequencyHz);
  return Math.max(...hertz) <= ONE_RATIO * Math.min(...hertz);
};
