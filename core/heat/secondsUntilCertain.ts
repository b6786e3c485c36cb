import { solveSymmetric } from "../numeric";
import { requirePositive } from "../units";
import { COVERAGE } from "./coverage";
import { settledCelsius } from "./outlook";
import type { CourseFit, CourseWay } from "./types";

/** Looked ahead by a twentieth more each time, up to so many times what was watched. Chosen here. */
const AHEAD_RATIO = 1.05;
const FURTHEST = 60;

/**
 * How much longer a soak must go on, at the same pace of readings, until its settled temperature is known so well.
 * @param withinKelvin half of the band that is asked for
 * @returns seconds from the last reading; 0 when it is known already, Infinity when that is not to be foreseen
 * @see D. M. Bates and D. G. Watts, Nonlinear Regression Analysis, 1988, chapter 2: the linearised covariance (from memory)
 */
export const secondsUntilCertain = (fit: CourseFit, withinKelvin: number): number => {
  requirePositive("withinKelvin", withinKelvin);
  const { low, high } = settledCelsius(fit);
  if ((high - low) / 2 <= withinKelvin) return 0;
  const span = fit.toSeconds - fit.fromSeconds;
  const likeliest = fit.ways.reduce((most, way) => (way.weight > most.weight ? way : most));
  for (let ahead = AHEAD_RATIO; ahead <= FURTHEST; ahead *= AHEAD_RATIO)
    if (COVERAGE * uncertaintyAfter(fit, likeliest, ahead * span) <= withinKelvin)
      return (ahead - 1) * span;
  return Infinity;
};

/** Moments that stand for all readings; each counts for as many as it stands for. */
const MOMENTS = 200;

/** Standard uncertainty of the settled temperature once the course was watched for so long, in kelvin. */
const uncertaintyAfter = (
  { fromSeconds, toSeconds, residuals, residualKelvin, residualCorrelation }: CourseFit,
  { timeConstantsSeconds, sizes }: CourseWay,
  seconds: number,
): number => {
  const size = 1 + 2 * timeConstantsSeconds.length;
  const information = new Float64Array(size * size);
  const perSecond = residuals.kelvin.length / (toSeconds - fromSeconds);
  const worth = (1 - residualCorrelation) / (1 + residualCorrelation);
  const each = ((perSecond * seconds) / MOMENTS) * worth;
  for (let k = 0; k < MOMENTS; k++) {
    const elapsed = (seconds * (k + 0.5)) / MOMENTS;
    const slopes = [
      1,
      ...timeConstantsSeconds.flatMap((tau, store) => {
        const decay = Math.exp(-elapsed / tau);
        return [decay, (sizes[store + 1] * decay * elapsed) / tau];
      }),
    ];
    for (let i = 0; i < size; i++)
      for (let j = 0; j < size; j++) information[i * size + j] += each * slopes[i] * slopes[j];
  }
  const unit = new Float64Array(size);
  unit[0] = 1;
  const column = solveSymmetric(information, unit);
  return column ? residualKelvin * Math.sqrt(column[0]) : Infinity;
};
