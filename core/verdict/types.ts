import type { StepReading } from "../sweep";

/** One power sweep as evidence: the channels that were measured, and how many played meanwhile. */
export type PowerEvidence = {
  channelsDriven: number;
  channels: readonly { steps: readonly StepReading[]; channelIndex: number; loadOhms: number }[];
};

export type VerdictStatus =
  "met" | "missed" | "within-uncertainty" | "met-with-fewer-channels" | "not-tested";

export type Verdict = {
  status: VerdictStatus;
  /** One plain sentence with the numbers. */
  sentence: string;
  /** The channel that decides, and what it gave; null when nothing was measured. */
  measured: Measured | null;
};

export type Measured = {
  channelIndex: number;
  powerWatts: number;
  /** Half width of the interval of about 95 %. */
  powerWattsExpandedUncertainty: number;
  marginWatts: number;
  /** Margin over the claim: 0.12 is 12 % to spare. */
  marginRatio: number;
  /** Margin as a power ratio in dB; -Infinity when there is no power within the limit. */
  marginDb: number;
};
