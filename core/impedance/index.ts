// core/impedance: output impedance and damping factor from two loads.
export {
  outputImpedance,
  SAME_RANGE_REPEAT_RATIO,
  type LoadedReading,
  type OutputImpedance,
} from "./outputImpedance";
