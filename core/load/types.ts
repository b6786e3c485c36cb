import type { Resistance } from "./network";

export type Construction = "wire-wound" | "metal-cased" | "film";
export type Cooling = "free air" | "heat sink" | "fan";

/** A power resistor of the reviewer's, as measured and mounted. */
export type PowerResistor = Resistance & {
  name: string;
  /** Watts of its label. */
  ratedWatts: number;
  construction: Construction;
  cooling: Cooling;
  /** It may take so many times its rating for so many seconds from cold; 1 is no overload. */
  overloadRatio: number;
  overloadSeconds: number;
  /** Change of ohms with temperature, a ratio for each kelvin. */
  perCelsius: number;
  henries: number;
  /** How long its body takes for 63 % of its final rise, where that was timed. */
  timeConstantSeconds: number | null;
};

/** Resistors joined together; a resistor is named by its place on the shelf. */
export type Network =
  { kind: "resistor"; index: number } | { kind: "series" | "parallel"; parts: readonly Network[] };

/** What a load is wanted for: each channel takes `watts` for `seconds`. */
export type LoadDemand = {
  targetOhms: number;
  watts: number;
  seconds: number;
  channelCount: number;
  ambientCelsius: number;
};

/** What one resistor of a network goes through. */
export type PartReport = {
  index: number;
  watts: number;
  /** Watts over its rating as it is mounted. */
  stressRatio: number;
  /** How long it may take these watts from cold; Infinity is without limit, 0 not at all. */
  allowedSeconds: number;
  endCelsius: number;
  /** From the end of the run until it may be touched. */
  coolSeconds: number;
};

/** What a network does under a demand. */
export type NetworkReport = {
  network: Network;
  resistance: Resistance;
  /** Ohms over the target, less 1. */
  errorRatio: number;
  parts: readonly PartReport[];
  allowedSeconds: number;
  hottestCelsius: number;
  coolSeconds: number;
  /** Ohms at the end of the run, over those when cold, less 1. */
  driftRatio: number;
  /** Magnitude of the impedance at 20 kHz over its ohms, less 1. */
  highFrequencyRatio: number;
  /** The lower the better; see assess.ts. */
  cost: number;
};
