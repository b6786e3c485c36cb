// core/power: power and its uncertainty from volts and ohms, from meters and waveforms, and what the mains give.
export {
  alternatingPower,
  bridgedPerChannel,
  inputVoltsForPower,
  mainsBudget,
  powerFromPeakVolts,
  powerFromVoltsAndAmperes,
  supplyLimitedWatts,
  voltageGain,
  voltsForPower,
  type AlternatingPower,
  type MainsBudget,
} from "./meters";
export { isNearLoad, LOAD_TOLERANCE_RATIO } from "./nearLoad";
export {
  COVERAGE_FACTOR,
  powerStdUncertaintyRatio,
  powerWatts,
  type PowerUncertaintyInputs,
} from "./powerReading";
