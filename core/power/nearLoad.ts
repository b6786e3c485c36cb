/** Ohms may be this far off those that are meant; reviewers' resistors seldom hit the number. Common practice. */
export const LOAD_TOLERANCE_RATIO = 0.1;

/** What the division may lose on the very boundary. */
const ROUNDING = 1e-9;

/** Whether a load counts as the one that is meant, the boundary included (common practice). Both in ohms, above zero. */
export const isNearLoad = (ohms: number, meantOhms: number): boolean =>
  Math.abs(ohms / meantOhms - 1) <= LOAD_TOLERANCE_RATIO + ROUNDING;
