// core/power: power and its uncertainty from volts and ohms, from meters and waveforms, and what the mains give.
export {
  bridgedPerChannel,
  inputVoltsForPower,
  mainsBudget,
  powerFromPeakVolts,
  voltageGain,
  voltsForPower,
  type MainsBudget,
} from "./meters";
export { isNearLoad, LOAD_TOLERANCE_RATIO } from "./nearLoad";
export {
  COVERAGE_FACTOR,
  powerStdUncertaintyRatio,
  powerWatts,
  type ChannelConditions,
} from "./powerReading";
