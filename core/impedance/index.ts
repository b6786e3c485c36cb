// core/impedance: output impedance and damping factor from two loads.
export { outputImpedance, type LoadedOutput, type OutputImpedance } from "./outputImpedance";
