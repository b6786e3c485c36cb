/**
 * Seconds until something that settles exponentially passes a mark on its way, and a little over, so that it is past it then.
 * @param mark between where it is and where it settles; @returns 0 where it is past already
 */
export const secondsUntil = (
  now: number,
  settled: number,
  mark: number,
  timeConstant: number,
): number =>
  (settled - mark) * (mark - now) <= 0
    ? 0
    : timeConstant * Math.log((settled - now) / (settled - mark)) * (1 + JUST_PAST);

/** Rounding must not leave it just short. */
const JUST_PAST = 1e-6;
