// core/uncertainty: standard uncertainties and their propagation.
export {
  coverageFactor,
  instrumentStdUncertainty,
  propagated,
  repeatedReading,
  type InstrumentAccuracy,
} from "./uncertainty";
