const STEPS_MINUTES = [0.5, 1, 2, 5, 10, 15, 20, 30, 60, 120, 240, 480];
const MOST_TICKS = 8;

/** Whole minutes or hours along a span of time, up to eight, from 0. Seconds. */
export const timeTicks = (totalSeconds: number): number[] => {
  const step =
    60 *
    (STEPS_MINUTES.find((minutes) => totalSeconds / (60 * minutes) < MOST_TICKS) ??
      Math.ceil(totalSeconds / 3600 / MOST_TICKS) * 60);
  return Array.from({ length: Math.floor(totalSeconds / step) + 1 }, (_, k) => k * step);
};
