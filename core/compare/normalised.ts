type Point = readonly [x: number, y: number];

/** How curves are brought together before they are compared. */
export type Normalising =
  /** As they were measured. */
  | { how: "as-measured" }
  /** x as a share of what each is rated for. */
  | { how: "of-rated"; rated: number }
  /** Each over its own value at one place, where all then meet. */
  | { how: "meet"; at: number };

/**
 * A curve brought together with others.
 * @param isLog whether x is looked at as a logarithm, between whose readings the curve is straight
 * @returns null where it was not read where all are to meet, or what it is rated for is not known
 */
export const normalised = (
  points: readonly Point[],
  normalising: Normalising,
  isLog: boolean,
): readonly Point[] | null => {
  if (normalising.how === "as-measured") return points;
  if (normalising.how === "of-rated") {
    const { rated } = normalising;
    return rated > 0 ? points.map(([x, y]) => [x / rated, y] as const) : null;
  }
  const reference = valueAt(points, normalising.at, isLog);
  return reference === null || reference === 0
    ? null
    : points.map(([x, y]) => [x, y / reference] as const);
};

/** Between two readings the curve is straight over log x and log y. */
const valueAt = (points: readonly Point[], x: number, isLog: boolean): number | null => {
  const above = points.findIndex(([each]) => each >= x);
  if (above < 0) return null;
  const [x1, y1] = points[above];
  if (x1 === x) return y1;
  if (above === 0) return null;
  const [x0, y0] = points[above - 1];
  const share = isLog ? Math.log(x / x0) / Math.log(x1 / x0) : (x - x0) / (x1 - x0);
  return y0 > 0 && y1 > 0 ? y0 * (y1 / y0) ** share : y0 + share * (y1 - y0);
};
