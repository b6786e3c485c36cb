import type { Band, Flattening, Harmonic } from "../distortion";
import type { GuardReason } from "../drive";
import type { ChannelConditions } from "../power";

export type SweepConditions = {
  channels: readonly ChannelConditions[];
  band: Band;
  /** 50 or 60: readings are taken over whole periods of the mains, so that supply ripple counts evenly. */
  mainsHz: number;
};

/** One level of the sweep, read. */
export type StepReading = {
  startSeconds: number;
  /** The stretch that was read: the end of the step, in whole mains periods where they fit. */
  windowStartSeconds: number;
  windowSeconds: number;
  fundamentalHz: number;
  voltsRms: number;
  powerWatts: number;
  powerWattsStdUncertainty: number;
  thdRatio: number;
  thdPlusNoiseRatio: number;
  /** Orders 2 to 10. */
  harmonics: readonly Harmonic[];
  flattening: Flattening;
  /** Power in the second half of the window over the first: 1 when the output holds. */
  heldRatio: number;
};

export type ChannelSweep = {
  steps: readonly StepReading[];
  stop: SweepStop;
  /** Those that changed while they were read; absent where nobody looked. */
  moved?: readonly StepReading[];
};

/** Why output did not go on rising. `evidence` is a sentence with the numbers that say so. */
export type SweepStop = { reason: StopReason; evidence: string };

export type StopReason =
  | "rail-voltage"
  | "supply-power-or-current"
  | "output-limiter"
  | "output-protection"
  | "input-drive"
  | "not-known"
  | GuardReason;

export type PowerSweepResult = {
  kind: "power-sweep";
  frequencyHz: number;
  channels: readonly ChannelSweep[];
};

/** Power at a limit, or why there is none. Uncertainty includes the gap between the steps around it. */
export type PowerAtLimit =
  | { status: "reached"; powerWatts: number; powerWattsStdUncertainty: number }
  /** The curve stays below the limit: the amplifier gives at least this. */
  | { status: "at-least"; powerWatts: number; powerWattsStdUncertainty: number }
  /** The curve is never below the limit. */
  | { status: "never-below" };
