// bench/simulated: the bench that ships with the program, in place of outside devices.
export { SIMULATED_AMPLIFIERS, type SimulatedAmplifierName } from "./amplifiers";
export { recordSweep } from "./recordSweep";
export type { SimulatedAmplifier, SimulatedSupply } from "./types";
