import type { RunKind } from "../run";

/** One run as it is planned. Plain data. */
export type PlannedRun = {
  id: string;
  kind: RunKind;
  loadOhms: number;
  channelsDriven: number;
  /** Watts of each channel while it plays at its loudest. */
  watts: number;
  seconds: number;
  /** A supply or a switch that is not at its default; empty for the default setting. */
  setting: string;
  /** Claims that it can prove, by their id. */
  proves: readonly string[];
};

/** A claim as far as planning needs it. */
export type PlannedClaim = {
  id: string;
  powerWatts: number;
  loadOhms: number;
  channelsDriven: number;
  /** Supply and switches that it is made for, where that is not the amplifier as supplied. */
  setting?: string;
};

/** What a plan is made from. */
export type PlanFacts = {
  claims: readonly PlannedClaim[];
  channelCount: number;
  /** Nominal ohms of the loads that are built. */
  loadOhms: readonly number[];
  /** Supplies beyond the one in the box. */
  otherSupplies: readonly string[];
  /** Each switch with its positions. */
  switches: readonly { name: string; positions: readonly string[] }[];
  hasBridging: boolean;
  /** Most watts that are expected of a channel into some ohms, with so many driven. */
  expectedWatts(loadOhms: number, channelsDriven: number): number;
};

/** A body that warms as one heat store. */
export type HeatBody = {
  name: string;
  kelvinPerWatt: number;
  timeConstantSeconds: number;
  mostCelsius: number;
};

/** What warms during a plan, and how much of a run goes into it. */
export type HeatModel = {
  ambientCelsius: number;
  bodies: readonly HeatBody[];
  /** Mean watts into each body while a run is under way. */
  wattsInto(run: PlannedRun): readonly number[];
};

export type TimelineEntry = {
  run: PlannedRun;
  /** Pause before it, so that nothing passes its limit. */
  coolSeconds: number;
  startSeconds: number;
  endSeconds: number;
  /** Celsius of each body at its start and its end. */
  startCelsius: readonly number[];
  endCelsius: readonly number[];
  /** The body that the pause is for, or that is too hot even from cold. */
  hotBody: string | null;
  /** How long it may be to stay below all limits from cold; less than its seconds means that it is too long. */
  allowedSeconds: number;
};

export type Timeline = { entries: readonly TimelineEntry[]; totalSeconds: number };
