// core/power: power and its uncertainty from volts and ohms.
export { COVERAGE_FACTOR, powerStdUncertaintyRatio, powerWatts, type PowerUncertaintyInputs } from "./powerReading";
