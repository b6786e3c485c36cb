// core/uncertainty: standard uncertainties, their propagation, and how sure a limit is kept.
export { effectiveDegreesOfFreedom, normalCdf, probabilityAbove } from "./conformance";
export { proportionInterval } from "./proportion";
export {
  coverageFactor,
  instrumentStdUncertainty,
  repeatedReading,
  type InstrumentAccuracy,
} from "./uncertainty";
