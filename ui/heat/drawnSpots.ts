import { celsiusAt } from "@/core/heat";
import type { ReadLog, SpotReading, SteadyStretch } from "@/records/facts";
import type { DrawnSpot } from "./HeatChart";

/** Moments at which the predicted band is drawn. */
const FORETOLD_POINTS = 36;
/** Predicted so much further than was watched, in the drawing. */
const FURTHER = 1.6;

/** Spots as they are drawn; the chosen one with what is predicted of it. */
export const drawnSpots = (
  { courses, spots, stretch }: ReadLog,
  chosenId: string | null,
): DrawnSpot[] =>
  courses.map(({ spot, course, hands }, k) => {
    const reading = spots[k].reading;
    const isKnown = reading !== null && spot.id === chosenId;
    const to = isKnown ? predictedUntil(reading, stretch) : 0;
    return {
      id: spot.id,
      name: spot.name,
      course,
      hands,
      predicted: isKnown
        ? Array.from({ length: FORETOLD_POINTS }, (_, n) => {
            const seconds =
              reading.fit.fromSeconds +
              ((to - reading.fit.fromSeconds) * n) / (FORETOLD_POINTS - 1);
            return { seconds, ...celsiusAt(reading.fit, seconds) };
          })
        : [],
    };
  });

/** Where the predicted band ends: a little further than was watched, and not past the next change. */
const predictedUntil = ({ fit, isSettled }: SpotReading, { toSeconds }: SteadyStretch): number => {
  const watched = fit.toSeconds - fit.fromSeconds;
  const isChangedLater = toSeconds > fit.toSeconds + 1;
  return isSettled || isChangedLater ? fit.toSeconds : fit.fromSeconds + FURTHER * watched;
};
