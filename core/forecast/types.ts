/** How an output stage works, as far as a forecast cares. */
export const FORECAST_CLASSES = ["a", "ab", "gh", "d", "transformer", "unknown"] as const;
export type ForecastClass = (typeof FORECAST_CLASSES)[number];

/** What is known of the amplifier and what feeds and drives it. Null is not known. */
export type ForecastFacts = {
  stageClass: ForecastClass;
  /** Both outputs of a channel swing. Where it is not known, one supply is assumed to feed a bridge, so that nothing is called impossible without cause. */
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

/** Each has a typical value for the class and may be changed. */
export type Assumptions = {
  /** Output over supply power at full output. */
  efficiencyRatio: number;
  /** Idle consumption of the amplifier. */
  houseKeepingWatts: number;
  /** Voltage drop of each output device at full output. */
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

export type CeilingKind = Ceiling["kind"];

/** A limit on output with the values that it follows from. Watts are per channel, continuous and in a 20 ms burst. */
export type Ceiling = { watts: number; burstWatts: number } & CeilingTerms;

type CeilingTerms =
  | {
      kind: "supply-power";
      supplyWatts: number;
      houseKeepingWatts: number;
      efficiencyRatio: number;
      channelsDriven: number;
      burstRatio: number;
    }
  | {
      kind: "rail-voltage";
      supplyVolts: number;
      /** Peak swing over the volts of the supply. */
      swingRatio: number;
      /** The outputs are assumed to be bridge-tied. */
      isAssumed: boolean;
      deviceVolts: number;
      peakVolts: number;
      loadOhms: number;
    }
  | { kind: "output-current"; amperesPeak: number; loadOhms: number }
  | {
      kind: "input-drive";
      sourceVoltsRms: number;
      gainRatio: number;
      outputVoltsRms: number;
      loadOhms: number;
    }
  | {
      kind: "mains";
      mainsVolts: number;
      breakerAmperes: number;
      powerFactor: number;
      inputWatts: number;
      houseKeepingWatts: number;
      efficiencyRatio: number;
      channelsDriven: number;
    };

/** A fact that is missing, so that its limit is too. */
export type ForecastGap =
  "supply-power" | "supply-voltage" | "bridge-tied" | "gain" | "source-level";

/** Where and how a claim is to hold. */
export type ForecastCase = { loadOhms: number; channelsDriven: number };

export type Forecast = {
  /** Lowest first. */
  ceilings: readonly Ceiling[];
  unknown: readonly ForecastGap[];
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
