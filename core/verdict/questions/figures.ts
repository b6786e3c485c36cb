import { isDoubtful } from "../../caution";
import type { Curve, Figure } from "../../run";
import type { EvidenceChannel } from "../types";

/** A figure that has a value, and whether a caution makes it doubtful. */
export type KnownFigure = Pick<
  Figure,
  "name" | "label" | "stdUncertainty" | "bound" | "quantity"
> & {
  value: number;
  isDoubtful: boolean;
};

/** The first figure that fits and has a value. Definition: in the order in which a run tells them. */
export const figureOf = (
  { figures = [], cautions = [] }: EvidenceChannel,
  fits: (figure: Figure) => boolean,
): KnownFigure | null => {
  const found = figures.find((figure) => figure.value !== null && fits(figure));
  if (!found || found.value === null) return null;
  const { name, label, stdUncertainty, bound, quantity, value } = found;
  const isDoubted = isDoubtful(cautions, name);
  return { name, label, stdUncertainty, bound, quantity, value, isDoubtful: isDoubted };
};

/**
 * A curve at one place, between its two neighbours on logarithmic scales; null beyond its ends (by more than a fiftieth).
 * Closed form: linear between logarithms.
 */
export const curveAt = ({ points }: Curve, x: number): number | null => {
  const first = points[0],
    last = points[points.length - 1];
  if (!first || x < 0.98 * first[0] || x > 1.02 * last[0]) return null;
  const above = points.findIndex(([at]) => at >= x);
  if (above <= 0) return above === 0 ? first[1] : last[1];
  const [[x0, y0], [x1, y1]] = [points[above - 1], points[above]];
  if (!(y0 > 0) || !(y1 > 0)) return Math.max(y0, y1);
  return y0 * (y1 / y0) ** (Math.log(x / x0) / Math.log(x1 / x0));
};
