/** How an output stage works, as far as a forecast cares. */
export const FORECAST_CLASSES = ["a", "ab", "gh", "d", "transformer", "unknown"] as const;
export type ForecastClass = (typeof FORECAST_CLASSES)[number];

/** What is known of the amplifier and what feeds and drives it. Null is not known. */
export type ForecastFacts = {
  stageClass: ForecastClass;
  /** Both outputs of a channel swing. Where it is not known, one supply is taken to feed a bridge: nothing is called impossible for want of knowing. */
  isBridgeTied: boolean | null;
  /** Volts of each rail, or of the one supply. */
  supplyVolts: number | null;
  /** Two rails, one either side of ground. */
  isSplitSupply: boolean;
  /** Watts of the supply's label, volts times amperes. */
  supplyWatts: number | null;
  gainRatio: number | null;
  sourceVoltsRms: number | null;
};

/** What is taken for granted; each has a usual value for the class, and may be changed. */
export type Assumptions = {
  /** Output over supply power at full output. */
  efficiencyRatio: number;
  /** What the amplifier takes for itself. */
  houseKeepingWatts: number;
  /** What each output device keeps of the supply at full output. */
  deviceVolts: number;
  /** Peak current of each channel; null is not limited. */
  outputAmperesPeak: number | null;
  /** How far short bursts may exceed the supply's label. */
  burstRatio: number;
  mainsVolts: number;
  breakerAmperes: number;
  /** Of the amplifier at full power; 1 is a resistance. */
  powerFactor: number;
};

export type CeilingKind =
  "supply-power" | "rail-voltage" | "output-current" | "input-drive" | "mains";

/** One thing that output cannot exceed, with its arithmetic in words. */
export type Ceiling = {
  kind: CeilingKind;
  /** Per channel, continuous and in a 20 ms burst. */
  watts: number;
  burstWatts: number;
  words: string;
};

/** Where and how a claim is to hold. */
export type ForecastCase = { loadOhms: number; channelsDriven: number };

export type Forecast = {
  /** Lowest first. */
  ceilings: readonly Ceiling[];
  /** What is not known, so that its ceiling is missing. */
  unknown: readonly string[];
  /** Lowest of all, continuous and in bursts; null where nothing is known. */
  limiter: Ceiling | null;
  burstLimiter: Ceiling | null;
};

export type Outlook =
  | "possible"
  | "bursts-only"
  | "one-channel-only"
  | "sum-of-channels-only"
  | "impossible"
  | "not-known";
