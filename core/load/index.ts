// core/load: resistors in series and parallel.
export { inParallel, inSeries, powerShares, type Resistance } from "./network";
