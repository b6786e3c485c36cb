/** One cycle of a burst, read by itself. */
export type BurstCycle = {
  voltsRms: number;
  powerWatts: number;
  voltsPeakPositive: number;
  voltsPeakNegative: number;
  /** What a sine fitted to this cycle alone leaves, over that sine: distortion with noise. */
  residualRatio: number;
  flattened: boolean;
};

export type Burst = {
  startSeconds: number;
  seconds: number;
  cycles: readonly BurstCycle[];
  /** Mean over the whole burst. */
  powerWatts: number;
  voltsRms: number;
  /** Index of the last cycle without flat tops; null when all are flat. */
  lastCleanCycle: number | null;
  flattenedCycleCount: number;
};

export type BurstReading = {
  frequencyHz: number;
  bursts: readonly Burst[];
  lowVoltsRms: number;
  /** Level of the bursts over that between them, as an amplitude ratio. */
  stepRatio: number;
  /**
   * Burst power: that of the last clean cycle of the weakest burst, when it is the burst's last cycle; null when the
   * tops flatten before the end, and then the power cannot be held for the whole burst.
   */
  burstPowerWatts: number | null;
  burstPowerWattsStdUncertainty: number | null;
  summary: string;
};
