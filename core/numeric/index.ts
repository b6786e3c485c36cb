// core/numeric: what every method needs of numbers.
export { solveSymmetric } from "./solveSymmetric";
export { meanOf, medianOf, peakOf, rootMeanSquare, sumOfSquares } from "./statistics";
