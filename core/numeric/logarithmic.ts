/**
 * The share of the way from one value to another at which a third lies, on a logarithmic scale: 0 at `from`, 1 at `to`.
 * @param from above zero, as the others are, and other than `to`
 * Closed form.
 */
export const logShare = (from: number, to: number, value: number): number =>
  Math.log(value / from) / Math.log(to / from);

/** The value at a share of the way from one to another, on a logarithmic scale; both above zero. Closed form. */
export const logBetween = (from: number, to: number, share: number): number =>
  from * (to / from) ** share;

/**
 * So many values from one to another in equal ratios, both ends among them; at least 2, all above zero.
 * Definition of a geometric sequence.
 */
export const logSpaced = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => logBetween(from, to, k / (count - 1)));

/**
 * The two points around a place, and the share of the way between them on a logarithmic scale: where a curve is drawn on such scales
 * between its readings. At a point, and beyond an end within `endRatio` of it, both are that point.
 * @param points in rising order of their places, which are above zero where anything lies between them
 * @param placeOf where a point stands
 * @returns null farther out, and where there are no points
 * Definition of where a place lies among others.
 */
export const pointsAround = <Point>(
  points: readonly Point[],
  placeOf: (point: Point) => number,
  place: number,
  endRatio = 0,
): { below: Point; above: Point; share: number } | null => {
  const at = points.findIndex((point) => placeOf(point) >= place);
  const above = points[at < 0 ? points.length - 1 : at];
  if (above === undefined) return null;
  const end = placeOf(above);
  if (at > 0 && end !== place) {
    const below = points[at - 1];
    return { below, above, share: logShare(placeOf(below), end, place) };
  }
  return Math.abs(place - end) <= endRatio * end ? { below: above, above, share: 0 } : null;
};
