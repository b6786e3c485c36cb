import { failure, success, type Outcome } from "../outcome";
import { amplitudeRatioToDb, powerRatioToDb } from "../units";

type Point = readonly [x: number, y: number];

/** A curve with what its readings are worth, as standard uncertainties. */
export type ComparedCurve = {
  /** In order of x. */
  points: readonly Point[];
  /** Of x, as a ratio. */
  xStdRatio: number;
  /** Of y: a ratio where the difference is in dB, in its own unit where it is plain. */
  yStd: number;
};

/** In which terms a difference is reported: dB of an amplitude or of a power, or plainly in the unit of y. */
export type DifferenceScale = "amplitude" | "power" | "plain";

/** One curve less another. */
export type CurveDifference = {
  /** x, the difference, and its standard uncertainty: in dB, or in the unit of y. */
  points: readonly { x: number; value: number; stdUncertainty: number }[];
  /** Where the difference is surest to be none of chance. */
  surest: { x: number; value: number; stdUncertainty: number };
  mean: number;
  /** Whether it is more than chance. */
  isReal: boolean;
};

/** A difference at any one of many places must be surer than at one alone: three standard uncertainties. Chosen here. */
const SURE = 3;
/** Or so large a share of the whole lies beyond two of them, of which chance puts a twentieth there. Chosen here. */
const WIDE = { factor: 2, share: 0.25 };
const MOST_PLACES = 400;

/**
 * The difference of two curves where both were read: at all places of either, between which they are taken as straight (over the logarithm
 * of x, and of y where the difference is in dB). What an unsure x does to a steep curve counts as well.
 * @param isLog whether x is looked at as a logarithm
 * @returns a finding where the curves have no stretch in common, or a reading is not above zero where the difference is in dB
 * @see JCGM 100:2008, 5.1.2
 */
export const curveDifference = (
  first: ComparedCurve,
  second: ComparedCurve,
  { scale, isLog }: { scale: DifferenceScale; isLog: boolean },
): Outcome<CurveDifference> => {
  const [a, b] = [first, second].map((curve) => asLine(curve, scale, isLog));
  const low = Math.max(a.xs[0] ?? Infinity, b.xs[0] ?? Infinity);
  const high = Math.min(a.xs.at(-1) ?? -Infinity, b.xs.at(-1) ?? -Infinity);
  if (!(high > low))
    return failure(
      "no-steps",
      "Curves",
      "they have no range in common. Compare runs over the same range.",
    );
  const places = thinned(
    [...new Set([...a.xs, ...b.xs])].filter((x) => x >= low && x <= high).sort((p, q) => p - q),
  );
  const points = places.map((place) => {
    const [ofA, ofB] = [at(a, place), at(b, place)];
    return {
      x: isLog ? Math.exp(place) : place,
      value: ofA.y - ofB.y,
      stdUncertainty: Math.hypot(ofA.std, ofB.std),
    };
  });
  if (points.some(({ value }) => !Number.isFinite(value)))
    return failure("no-steps", "Curves", "one of them reaches zero, so there is no ratio.");
  const sureness = (point: (typeof points)[number]) =>
    Math.abs(point.value) / Math.max(point.stdUncertainty, Number.MIN_VALUE);
  const surest = points.reduce((most, each) => (sureness(each) > sureness(most) ? each : most));
  const beyond = points.filter((point) => sureness(point) > WIDE.factor).length / points.length;
  return success({
    points,
    surest,
    mean: points.reduce((sum, { value }) => sum + value, 0) / points.length,
    isReal: sureness(surest) > SURE || beyond > WIDE.share,
  });
};

type Line = { xs: number[]; ys: number[]; xStd: number; yStd: number };

const LEVELS = {
  amplitude: { db: amplitudeRatioToDb, ofRatio: 20 / Math.LN10 },
  power: { db: powerRatioToDb, ofRatio: 10 / Math.LN10 },
} as const;

/** The curve as it is drawn: straight lines between its places. */
const asLine = (
  { points, xStdRatio, yStd }: ComparedCurve,
  scale: DifferenceScale,
  isLog: boolean,
): Line => {
  const ordered = points
    .filter(([x]) => Number.isFinite(x) && (!isLog || x > 0))
    .toSorted(([p], [q]) => p - q);
  const level = scale === "plain" ? null : LEVELS[scale];
  return {
    xs: ordered.map(([x]) => (isLog ? Math.log(x) : x)),
    ys: ordered.map(([, y]) => (level === null ? y : level.db(y))),
    xStd: xStdRatio,
    yStd: level === null ? yStd : level.ofRatio * yStd,
  };
};

const at = ({ xs, ys, xStd, yStd }: Line, x: number): { y: number; std: number } => {
  let above = 1;
  while (above < xs.length - 1 && xs[above] < x) above++;
  const span = xs[above] - xs[above - 1];
  const slope = span > 0 ? (ys[above] - ys[above - 1]) / span : 0;
  return {
    y: ys[above - 1] + slope * (x - xs[above - 1]),
    std: Math.hypot(yStd, slope * xStd),
  };
};

const thinned = (places: readonly number[]): readonly number[] =>
  places.length <= MOST_PLACES
    ? places
    : Array.from(
        { length: MOST_PLACES },
        (_, k) => places[Math.round((k * (places.length - 1)) / (MOST_PLACES - 1))],
      );
