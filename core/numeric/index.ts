// core/numeric: what every method needs of numbers.
export { logBetween, logShare, logSpaced, pointsAround } from "./logarithmic";
export { nthSmallest } from "./nthSmallest";
export { solveSymmetric } from "./solveSymmetric";
export {
  meanAndVariance,
  meanOf,
  medianOf,
  peakOf,
  rootMeanSquare,
  sumOfSquares,
} from "./statistics";
