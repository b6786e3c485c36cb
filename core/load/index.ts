// core/load: dummy loads from the resistors at hand: series and parallel networks, their heat, and the best of them.
export { assessNetwork } from "./assess";
export { loadWarnings, whyWorse, type LoadDrawback, type LoadWarning } from "./compare";
export {
  FIND_DEFAULTS,
  findLoads,
  MOST_RESISTORS,
  type FindOptions,
  type FoundLoads,
  type LoadChoice,
} from "./findLoads";
export {
  allowedSeconds,
  celsiusAfter,
  coolSecondsFrom,
  TOUCH_CELSIUS,
  windingSeconds,
} from "./heat";
export { bodySeconds, mostCelsius, mountedWatts, surfaceKelvinPerWatt } from "./mounting";
export { inParallel, inSeries, type Resistance } from "./network";
export { networkRating, type LoadRating } from "./rating";
export { networkShapes } from "./shapes";
export {
  networkImpedance,
  networkIndices,
  networkOhms,
  networkResistance,
  networkShares,
  networkText,
} from "./tree";
export type {
  Construction,
  Cooling,
  LoadDemand,
  Network,
  NetworkReport,
  PartReport,
  PowerResistor,
} from "./types";
