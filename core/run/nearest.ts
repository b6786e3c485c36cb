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
/** Whether a frequency lies within what was measured, an eighth of an octave allowed for the grid. */
export const reaches = (points: readonly { frequencyHz: number }[], frequencyHz: number): boolean =>
  points.length > 0 &&
  Math.abs(Math.log2(nearest(points, frequencyHz).frequencyHz / frequencyHz)) < 0.3;
