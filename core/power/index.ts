// core/power: power and its uncertainty from volts and ohms, from meters and waveforms, and what the mains give.
export { alternatingPower, bridgedPerChannel, mainsBudget, powerFromPeakVolts, powerFromVoltsAndAmperes, supplyLimitedWatts, voltsForPower, type AlternatingPower, type MainsBudget } from "./meters";
export { COVERAGE_FACTOR, powerStdUncertaintyRatio, powerWatts, type PowerUncertaintyInputs } from "./powerReading";
