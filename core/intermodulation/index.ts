// core/intermodulation: what two tones make of each other.
export { differenceDistortion, type DifferenceDistortion } from "./differenceDistortion";
export { heldPeak } from "./heldPeak";
export { modulationDistortion, type ModulationDistortion } from "./modulationDistortion";
export type { Product, TwoToneReading } from "./types";
