// core/uncertainty: standard uncertainties and their propagation.
export {
  coverageFactor,
  instrumentStdUncertainty,
  propagated,
  repeatedReading,
  warmResistance,
  type InstrumentAccuracy,
} from "./uncertainty";
