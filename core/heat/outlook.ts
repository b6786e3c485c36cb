import { normalCdf } from "../uncertainty";
import type { Interval, CourseFit, CourseWay } from "./types";

/** Shares that lie outside a band on either side: nineteen times in twenty it holds. */
const TAIL = 0.025;

/** Where each way puts something: its mean and its standard uncertainty. */
type Place = { weight: number; mean: number; stdUncertainty: number };

/**
 * Temperature at a moment, within the course or after it, if nothing changes.
 * @param seconds on the clock of the readings; Infinity for the settled temperature
 * Closed form: what a course of one or two stores comes to, each way that explains it with its weight; see fitCourse.
 */
export const celsiusAt = (fit: CourseFit, seconds: number): Interval =>
  bandOf(fit.ways.map((way) => placeAt(way, seconds - fit.fromSeconds)));

/** The settled temperature, in degrees Celsius. Definition: the limit of the course, long after. */
export const settledCelsius = (fit: CourseFit): Interval => celsiusAt(fit, Infinity);

/**
 * How far it still goes from where it is at the last moment, in kelvin; below zero while it cools.
 * Definition: the settled temperature less that at the last moment.
 */
export const stillToGo = (fit: CourseFit): Interval =>
  bandOf(
    fit.ways.map((way) => {
      const elapsed = fit.toSeconds - fit.fromSeconds;
      // What has not decayed yet: settled less now.
      const factors = [0, ...way.timeConstantsSeconds.map((tau) => -Math.exp(-elapsed / tau))];
      return placeOf(way, factors);
    }),
  );

/** The slowest time constant, in seconds. Definition: the time in which the slowest store falls to 1/e. */
export const slowestSeconds = ({ ways }: CourseFit): Interval =>
  bandOf(
    ways.map(({ weight, timeConstantsSeconds }) => ({
      weight,
      mean: timeConstantsSeconds[timeConstantsSeconds.length - 1],
      stdUncertainty: 0,
    })),
  );

/** When a limit is passed: how likely ever, and when, where that is more likely than not. */
export type Passing = { probability: number; seconds: Interval | null };

/** Nothing is predicted beyond so many times the span that was watched. Chosen here. */
const FORESEEN_SPANS = 60;
/** Times are found to half a second. */
const WITHIN_SECONDS = 0.5;

/**
 * When a temperature is passed, on the way up or on the way down; what begins beyond it is past it from the first.
 * @returns the probability that it ever is, and when; ends of the band that lie beyond what is foreseen are Infinity
 * Chosen here: the moment from which it is likelier than not, by bisection; the band holds 95 %.
 */
export const passing = (fit: CourseFit, limitCelsius: number, way: "up" | "down"): Passing => {
  const { fromSeconds, toSeconds } = fit;
  const isPastBy = (seconds: number): number => {
    const share = above(
      fit.ways.map((each) => placeAt(each, seconds - fromSeconds)),
      limitCelsius,
    );
    return way === "up" ? share : 1 - share;
  };
  const probability = Math.max(isPastBy(Infinity), isPastBy(toSeconds));
  if (probability < 0.5) return { probability, seconds: null };
  const last = fromSeconds + FORESEEN_SPANS * (toSeconds - fromSeconds);
  const firstAt = (share: number): number => {
    if (isPastBy(last) < share) return Infinity;
    let before = fromSeconds,
      past = last;
    while (past - before > WITHIN_SECONDS) {
      const middle = (before + past) / 2;
      if (isPastBy(middle) >= share) past = middle;
      else before = middle;
    }
    return past;
  };
  return {
    probability,
    seconds: { low: firstAt(TAIL), value: firstAt(0.5), high: firstAt(1 - TAIL) },
  };
};

/** Draughts and drift of a probe, in kelvin: no temperature is predicted better than this. */
const WANDERING_KELVIN = 0.05;

/** The same way's temperature, so long after the first reading. */
const placeAt = (way: CourseWay, elapsed: number): Place => {
  const factors = [1, ...way.timeConstantsSeconds.map((tau) => Math.exp(-elapsed / tau))];
  const place = placeOf(way, factors);
  return { ...place, stdUncertainty: Math.hypot(place.stdUncertainty, WANDERING_KELVIN) };
};

/** A sum of the sizes, each with its factor. */
const placeOf = ({ weight, sizes, covariance }: CourseWay, factors: readonly number[]): Place => {
  const size = sizes.length;
  let mean = 0,
    variance = 0;
  for (let i = 0; i < size; i++) {
    mean += factors[i] * sizes[i];
    for (let j = 0; j < size; j++) variance += factors[i] * factors[j] * covariance[i * size + j];
  }
  return { weight, mean, stdUncertainty: Math.sqrt(Math.max(0, variance)) };
};

/** Probability that what may lie at several places lies above something. */
const above = (places: readonly Place[], limit: number): number =>
  places.reduce(
    (sum, { weight, mean, stdUncertainty }) =>
      sum +
      weight *
        (stdUncertainty > 0 ? normalCdf((mean - limit) / stdUncertainty) : Number(mean > limit)),
    0,
  );

/** Ends are found by so many halvings: to a thousandth of a kelvin, however far the unlikeliest way lies off. */
const HALVINGS = 20;

/** Middle and ends of what may lie at several places. */
const bandOf = (places: readonly Place[]): Interval => {
  const low = Math.min(...places.map(({ mean, stdUncertainty }) => mean - 6 * stdUncertainty));
  const high = Math.max(...places.map(({ mean, stdUncertainty }) => mean + 6 * stdUncertainty));
  if (!(high > low)) return { low, value: low, high: low };
  const at = (share: number): number => {
    let [under, over] = [low, high];
    for (let halving = 0; halving < HALVINGS; halving++) {
      const middle = (under + over) / 2;
      if (above(places, middle) > 1 - share) under = middle;
      else over = middle;
    }
    return (under + over) / 2;
  };
  return { low: at(TAIL), value: at(0.5), high: at(1 - TAIL) };
};
