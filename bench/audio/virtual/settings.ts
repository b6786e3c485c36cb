/** What of a virtual interface can be made to go wrong. */
export type VirtualFaults = {
  /** Frames that it takes from output to input, beside those of its blocks. */
  latencyFrames: number;
  /** How much faster the clock of its inputs runs than that of its outputs. */
  driftRatio: number;
  /** A block gets lost this often; never where it is 0. */
  dropoutEverySeconds: number;
  /** Across each load, from a loop of earth. */
  humVoltsRms: number;
};

export const NO_FAULTS: VirtualFaults = {
  latencyFrames: 0,
  driftRatio: 0,
  dropoutEverySeconds: 0,
  humVoltsRms: 0,
};

/** An interface with an amplifier, its loads and a divider between its outputs and its inputs, all of them worked out. */
export type VirtualSettings = {
  /** As the rig's schema has it. */
  amplifier: object;
  /** A channel each. */
  loadOhms: readonly number[];
  sampleRateHz: number;
  /** Peak, at the amplifier's input. */
  outputFullScaleVolts: number;
  /** Peak, across the load. */
  inputFullScaleVolts: number;
  faults: VirtualFaults;
  seed: number;
};

/** Rates whose blocks come out whole. */
export const VIRTUAL_RATES_HZ = [48_000, 96_000, 192_000] as const;
