const STEPS_MINUTES = [1 / 12, 1 / 6, 0.5, 1, 2, 5, 10, 15, 20, 30, 60, 120, 240, 480];
const MOST_TICKS = 8;

/** Round moments along a span of time, up to eight; from 0 where no beginning is given. Seconds. */
export const timeTicks = (toSeconds: number, fromSeconds = 0): number[] => {
  const totalSeconds = toSeconds - fromSeconds;
  const step =
    60 *
    (STEPS_MINUTES.find((minutes) => totalSeconds / (60 * minutes) < MOST_TICKS) ??
      Math.ceil(totalSeconds / 3600 / MOST_TICKS) * 60);
  const first = Math.ceil(fromSeconds / step);
  const last = Math.floor(toSeconds / step);
  return Array.from({ length: last - first + 1 }, (_, k) => (first + k) * step);
};
