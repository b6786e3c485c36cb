import { logSpaced, meanOf, rootMeanSquare, solveSymmetric } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { binned, type Binned } from "./binned";
import type { Course, CourseFit, CourseWay } from "./types";

/** A line through fewer readings than this says nothing of how it bends. */
const FEWEST_READINGS = 8;
/** Scatter below which no thermometer is believed, in kelvin. Chosen: a fifth of the usual last digit. */
const LEAST_SCATTER_KELVIN = 0.02;
/** Time constants that are thought of: from a few thousandths of the course, and no more than the slowest cabinet takes. Chosen here. */
const SHORTEST_SHARE = 0.004;
const LONGEST_SECONDS = 4 * 3600;
/** Of two stores the slower has at least so many times the time constant of the faster; closer ones cannot be distinguished. */
const LEAST_SPREAD = 1.5;
const POINTS = { one: 40, two: 16 };
/** The grid is laid closer about what is likely so many times. */
const CLOSER = 3;
/** Ways this much less likely than the best, as a natural logarithm, are left out. */
const UNLIKELY = 9;

/**
 * Fits one store of heat and two to a course of temperatures under steady watts. The sizes are linear and are solved for on
 * a grid of time constants, which is laid closer about what is likely; each point of it stays as one way to explain the
 * course, with its weight. A short course leaves many, and whatever is asked of them later is as open as it really is: a
 * linearised fit would claim too much there. What readings have in common with their neighbours makes them count for less.
 * @returns a finding where there are too few, or they span no time
 * @see G. H. Golub and V. Pereyra, SIAM J. Numer. Anal. 10, 1973 (separable least squares); D. M. Bates and D. G. Watts,
 *   Nonlinear Regression Analysis, 1988, chapter 6 (profiles); G. Schwarz, Ann. Statist. 6, 1978 (one store or two);
 *   all from memory. That n readings alike are worth n (1 - r) / (1 + r): common practice.
 */
export const fitCourse = (course: Course): Outcome<CourseFit> => {
  const { length } = course.seconds;
  if (length < FEWEST_READINGS)
    return failure(
      "too-short",
      "Temperatures",
      `there are ${length} readings; a fit needs ${FEWEST_READINGS} or more.`,
    );
  const fromSeconds = course.seconds[0],
    toSeconds = course.seconds[length - 1];
  const span = toSeconds - fromSeconds;
  if (!(span > 0))
    return failure("too-short", "Temperatures", "all readings have the same time. Keep reading.");
  const data = binned(course);
  const longest = Math.max(LONGEST_SECONDS, span / 2);
  const range = [SHORTEST_SHARE * span, longest] as const;
  const one = closer(data, [range]);
  const two = data.seconds.length >= FEWEST_READINGS + 2 ? closer(data, [range, range]) : null;
  const models = [one, two].flatMap((model) => (model ? [model] : []));
  if (!one) return failure("no-course", "Temperatures", "they show no rise or fall.");
  const correlation = correlationOf(residualsOf(data, best(models.at(-1) ?? one)));
  const worth = (data.seconds.length * (1 - correlation)) / (1 + correlation);
  const ways = weighted(models, data, worth);
  const likeliest = ways.reduce((most, way) => (way.weight > most.weight ? way : most));
  const residuals = residualsOf(data, likeliest);
  return success({
    fromSeconds,
    toSeconds,
    readingCount: length,
    ways,
    storeCount: likeliest.timeConstantsSeconds.length === 1 ? 1 : 2,
    residualKelvin: rootMeanSquare(residuals),
    residualCorrelation: correlation,
    residuals: { seconds: data.seconds.map((at) => fromSeconds + at), kelvin: residuals },
  });
};

/** One point of the grid: what is left of the course there, squared and summed. */
type Trial = Omit<CourseWay, "weight" | "covariance"> & {
  squares: number;
  /** Inverse of the normal equations' matrix. */ inverse: Float64Array;
};

type Range = readonly [number, number];

/** The grid's trials once it was laid close enough; null where nothing can be solved. */
const closer = (data: Binned, ranges: readonly Range[]): Trial[] | null => {
  let now = ranges,
    trials: Trial[] = [];
  for (let round = 0; round < CLOSER; round++) {
    trials = trialsOf(data, now);
    if (trials.length === 0) return null;
    const likely = likelyOnes(trials, data.seconds.length);
    now = now.map(([from, to], store) => {
      const found = likely.map((trial) => trial.timeConstantsSeconds[store]);
      const step = (to / from) ** (1 / pointsFor(ranges.length));
      return [
        Math.max(ranges[store][0], Math.min(...found) / step),
        Math.min(ranges[store][1], Math.max(...found) * step),
      ] as const;
    });
  }
  return trials;
};

const pointsFor = (storeCount: number): number => (storeCount === 1 ? POINTS.one : POINTS.two);

const likelyOnes = (trials: readonly Trial[], count: number): Trial[] => {
  const least = leastSquares(trials, count);
  return trials.filter(
    ({ squares }) => (count / 2) * Math.log(Math.max(squares, least) / least) < UNLIKELY,
  );
};

/** Squares that the best leaves, and no fewer than a thermometer's own scatter does. */
const leastSquares = (trials: readonly Trial[], count: number): number =>
  trials.reduce(
    (least, { squares }) => Math.min(least, Math.max(squares, count * LEAST_SCATTER_KELVIN ** 2)),
    Infinity,
  );

const trialsOf = (data: Binned, ranges: readonly Range[]): Trial[] => {
  const count = pointsFor(ranges.length);
  const axes = ranges.map((range) =>
    logSpaced(...range, count).map((tau) => ({
      tau,
      decay: data.seconds.map((t) => Math.exp(-t / tau)),
    })),
  );
  const weights = shares(data.counts);
  const mean =
    weights.reduce((sum, weight, k) => sum + weight * data.celsius[k], 0) / weights.length;
  const above = data.celsius.map((celsius) => celsius - mean);
  const pairs =
    axes.length === 1
      ? axes[0].map((slow) => [slow])
      : axes[0].flatMap((fast) =>
          axes[1].filter(({ tau }) => tau >= LEAST_SPREAD * fast.tau).map((slow) => [fast, slow]),
        );
  const product = memoisedProducts(weights);
  return pairs.flatMap((stores) => {
    const columns = [ONES, ...stores.map(({ decay }) => decay)];
    const size = columns.length;
    const matrix = new Float64Array(size * size),
      right = new Float64Array(size);
    for (let i = 0; i < size; i++) {
      right[i] = product(columns[i], above);
      for (let j = 0; j < size; j++) matrix[i * size + j] = product(columns[i], columns[j]);
    }
    const inverse = inverseOf(matrix, size);
    if (!inverse) return [];
    const sizes = Float64Array.from(right, (_, i) =>
      right.reduce((sum, value, j) => sum + inverse[i * size + j] * value, 0),
    );
    const squares =
      product(above, above) - right.reduce((sum, value, i) => sum + value * sizes[i], 0);
    sizes[0] += mean;
    if (!isPossible(sizes, data)) return [];
    return [
      {
        timeConstantsSeconds: stores.map(({ tau }) => tau),
        sizes,
        inverse,
        squares: Math.max(0, squares),
      },
    ];
  });
};

/** Where nothing at a bench settles, in degrees Celsius. Chosen here. */
const SETTLES = { least: -40, most: 400 };

/** Under steady watts a course does not turn round: what decays last leads on from where it went so far. */
const isPossible = (sizes: Float64Array, { celsius }: Binned): boolean => {
  const gone = celsius[celsius.length - 1] - celsius[0];
  return (
    sizes[0] > SETTLES.least &&
    sizes[0] < SETTLES.most &&
    (sizes.length === 2 || -sizes[sizes.length - 1] * gone > 0)
  );
};

/** Stands for a column of ones. */
const ONES = new Float64Array();

/** Weighted inner products, each made once. */
const memoisedProducts = (weights: Float64Array) => {
  const known = new Map<Float64Array, Map<Float64Array, number>>();
  return (a: Float64Array, b: Float64Array): number => {
    const ofA = known.get(a) ?? new Map<Float64Array, number>();
    known.set(a, ofA);
    const before = ofA.get(b) ?? known.get(b)?.get(a);
    if (before !== undefined) return before;
    let sum = 0;
    for (let k = 0; k < weights.length; k++)
      sum += weights[k] * (a === ONES ? 1 : a[k]) * (b === ONES ? 1 : b[k]);
    ofA.set(b, sum);
    return sum;
  };
};

/** Weights whose mean is one. */
const shares = (counts: Float64Array): Float64Array => {
  const mean = meanOf(counts);
  return counts.map((count) => count / mean);
};

const inverseOf = (matrix: Float64Array, size: number): Float64Array | null => {
  const inverse = new Float64Array(size * size);
  for (let column = 0; column < size; column++) {
    const unit = new Float64Array(size);
    unit[column] = 1;
    const solved = solveSymmetric(matrix, unit, 1e-9);
    if (!solved) return null;
    solved.forEach((value, row) => (inverse[row * size + column] = value));
  }
  return inverse;
};

const best = (trials: readonly Trial[]): Trial =>
  trials.reduce((least, trial) => (trial.squares < least.squares ? trial : least));

/** All ways of all models with their weights, which sum to one. */
const weighted = (
  models: readonly (readonly Trial[])[],
  { seconds }: Binned,
  worth: number,
): CourseWay[] => {
  const count = seconds.length;
  const scored = models.map((trials) => {
    const least = leastSquares(trials, count);
    const storeCount = trials[0].timeConstantsSeconds.length;
    const unknowns = 1 + 2 * storeCount;
    const likelihoods = trials.map(({ squares }) =>
      Math.exp((-worth / 2) * Math.log(Math.max(squares, least) / least)),
    );
    const total = likelihoods.reduce((sum, each) => sum + each, 0);
    return {
      trials,
      shares: likelihoods.map((each) => each / total),
      // What is left, and a price for every unknown.
      score: -0.5 * (worth * Math.log(least / count) + unknowns * Math.log(Math.max(2, worth))),
      variance: (least / Math.max(1, count - unknowns)) * (count / Math.max(1, worth)),
    };
  });
  const highest = Math.max(...scored.map(({ score }) => score));
  const ways = scored.flatMap(({ trials, shares: within, score, variance }) =>
    trials.map(({ inverse, timeConstantsSeconds, sizes }, k) => ({
      timeConstantsSeconds,
      sizes,
      covariance: inverse.map((value) => value * variance),
      weight: within[k] * Math.exp(score - highest),
    })),
  );
  const heaviest = Math.max(...ways.map(({ weight }) => weight));
  const kept = ways.filter(({ weight }) => weight > heaviest * Math.exp(-UNLIKELY));
  const total = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map((way) => ({ ...way, weight: way.weight / total }));
};

const residualsOf = (
  { seconds, celsius }: Binned,
  { timeConstantsSeconds, sizes }: Pick<CourseWay, "timeConstantsSeconds" | "sizes">,
): Float64Array =>
  celsius.map(
    (value, k) =>
      value -
      timeConstantsSeconds.reduce(
        (sum, tau, store) => sum + sizes[store + 1] * Math.exp(-seconds[k] / tau),
        sizes[0],
      ),
  );

/** Correlation of each residual with the next one, from 0 to `MOST_CORRELATION`. */
const correlationOf = (residuals: Float64Array): number => {
  let together = 0,
    squares = 0;
  for (let k = 0; k < residuals.length; k++) {
    squares += residuals[k] ** 2;
    if (k > 0) together += residuals[k] * residuals[k - 1];
  }
  return squares > 0 ? Math.min(MOST_CORRELATION, Math.max(0, together / squares)) : 0;
};
/** Nearer to one a course would tell nothing at all. */
const MOST_CORRELATION = 0.95;
