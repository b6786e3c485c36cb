import { logBetween, logShare } from "../numeric";
import type { DifferenceScale } from "./curveDifference";

type Point = readonly [x: number, y: number];

/** How curves are brought together before they are compared. */
export type Normalising =
  /** As they were measured. */
  | { how: "as-measured" }
  /** x as a share of what each is rated for. */
  | { how: "of-rated"; rated: number }
  /**
   * Each over its own value at one place, where all then meet: an amplitude as a ratio, a power as the ratio of amplitudes that makes it, so
   * that both are levels; what is reported plainly (degrees, temperatures) less its own value.
   */
  | { how: "meet"; at: number; scale: DifferenceScale };

/**
 * A curve brought together with others.
 * @param isLog whether x is looked at as a logarithm, between whose readings the curve is straight
 * @returns null where it was not read where all are to meet, or what it is rated for is not known
 * Definition: over what it is rated for, or over its own reading where all meet.
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
  const { at, scale } = normalising;
  const reference = valueAt(points, at, isLog);
  if (reference === null || (scale !== "plain" && !(reference > 0))) return null;
  return points.map(([x, y]) => [x, overReference(y, reference, scale)] as const);
};

const overReference = (y: number, reference: number, scale: DifferenceScale): number => {
  if (scale === "plain") return y - reference;
  return scale === "power" ? Math.sqrt(Math.max(0, y) / reference) : y / reference;
};

/** Between two readings the curve is straight over log x and log y. */
const valueAt = (points: readonly Point[], x: number, isLog: boolean): number | null => {
  const above = points.findIndex(([each]) => each >= x);
  if (above < 0) return null;
  const [x1, y1] = points[above];
  if (x1 === x) return y1;
  if (above === 0) return null;
  const [x0, y0] = points[above - 1];
  const share = isLog ? logShare(x0, x1, x) : (x - x0) / (x1 - x0);
  return y0 > 0 && y1 > 0 ? logBetween(y0, y1, share) : y0 + share * (y1 - y0);
};
