import { isDoubtful } from "../../caution";
import { logBetween, pointsAround } from "../../numeric";
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
export const knownFigure = (
  { figures = [], cautions = [] }: EvidenceChannel,
  fits: (figure: Figure) => boolean,
): KnownFigure | null => {
  const found = figures.find((figure) => figure.value !== null && fits(figure));
  if (!found || found.value === null) return null;
  const { name, label, stdUncertainty, bound, quantity, value } = found;
  const isDoubted = isDoubtful(cautions, name);
  return { name, label, stdUncertainty, bound, quantity, value, isDoubtful: isDoubted };
};

/** How far beyond its end a curve is still taken as it ends. Chosen here, because frequencies are measured, and printed bands are round. */
const END_RATIO = 0.02;

/**
 * A curve at one place, between its two neighbours on logarithmic scales; null beyond its ends. Where one of the two is zero it is the
 * other. Closed form: linear between logarithms.
 */
export const curveAt = ({ points }: Curve, x: number): number | null => {
  const around = pointsAround(points, ([at]) => at, x, END_RATIO);
  if (!around) return null;
  const [low, high] = [around.below[1], around.above[1]];
  return low > 0 && high > 0 ? logBetween(low, high, around.share) : Math.max(low, high);
};
