import type { Band } from "../distortion";
import type { Outcome } from "../outcome";
import type { Stimulus } from "../signal";
import type { ChannelConditions, StopReason } from "../sweep";

/** What a number is, so that the edge knows how to show it. Values are in SI units or ratios. */
export type Quantity =
  | "volts"
  | "watts"
  | "ohms"
  | "amperes"
  | "hertz"
  | "seconds"
  | "celsius"
  | "level-ratio"
  | "distortion-ratio"
  | "share"
  | "factor"
  | "bits"
  | "count"
  | "radians"
  | "pascals";

/** One reading of a run. `value` is null where the run could not reach it. */
export type Figure = {
  name: string;
  label: string;
  quantity: Quantity;
  value: number | null;
  stdUncertainty: number | null;
  bound: "at-least" | "at-most" | null;
};

/** A line for a chart: pairs of x and y in the order in which they are joined. */
export type Curve = {
  name: string;
  label: string;
  x: Quantity;
  y: Quantity;
  points: readonly (readonly [number, number])[];
};

/** A burst, cycle by cycle. `lastCleanCycle` is null when all are flat. */
export type BurstCycles = {
  label: string;
  cycleSeconds: number;
  powerWatts: readonly number[];
  flattened: readonly boolean[];
  lastCleanCycle: number | null;
};

export type MeasuredStopReason =
  StopReason | "level-reached" | "thermal-cut-out" | "breaker" | "operator";
/** Why it stopped; `picture` shows it: volts against time around the moment that says so. */
export type MeasuredStop = { reason: MeasuredStopReason; evidence: string; picture: Curve | null };

/** What a run found on one channel. The first figure is the main reading. */
export type MeasuredChannel = {
  figures: readonly Figure[];
  curves: readonly Curve[];
  bursts: readonly BurstCycles[];
  stop: MeasuredStop;
  summary: string;
};

/** Runs whose result is in this common form: all but the power sweep, whose levels the verdict reads one by one. */
export type MeasuredKind =
  | "noise"
  | "gain"
  | "spectrum"
  | "clip-search"
  | "response"
  | "crosstalk"
  | "impedance"
  | "line-output"
  | "multitone"
  | "noise-response"
  | "residual"
  | "intermodulation"
  | "distortion-response"
  | "mains-draw"
  | "burst"
  | "staying-power"
  | "full-power-response"
  | "bridged"
  | "low-ohm"
  | "heat-soak"
  | "listening-level";

/** What a run is set to: numbers in SI units, or one of the choices. */
export type Settings = Readonly<Record<string, number | string>>;
export type SettingField = {
  /** It counts too when a recording is read that was made elsewhere. */ reads?: true;
} & (
  | {
      kind: "quantity";
      name: string;
      label: string;
      unit: string;
      initial: number;
      least: number;
      most: number;
    }
  | {
      kind: "choice";
      name: string;
      label: string;
      initial: string;
      choices: readonly { value: string; label: string }[];
    }
);

/** Which load hangs on the outputs during a shot: that of the run, another resistor, or a stand-in for a loudspeaker. */
export type ShotLoad = "run" | "second" | "speaker";

/** One recording that a run asks for. `drives` says which channels get the stimulus; the others only listen. */
export type Shot = {
  name: string;
  label: string;
  stimulus: Stimulus;
  drives: readonly boolean[];
  recordsInput: boolean;
  load: ShotLoad;
  /** What follows when the output collapses: the run ends unless said otherwise; a search goes on with its next level; a run that is to see what the amplifier does then plays on. */ afterCollapse?:
    "next-shot" | "play-on";
};

/** A shot as it was recorded, in volts. From a file nothing is known of the stimulus, input, meters and events. */
export type Recorded = {
  shot: string;
  sampleRateHz: number;
  volts: readonly Float64Array[];
  input: Float64Array | null;
  /** What each channel worked into. */
  loads: readonly ChannelConditions[];
  stimulus: Stimulus | null;
  meters: { mainsWatts: number; mainsAmperes: number } | null;
  events: readonly { seconds: number; event: string }[];
  /** What the guard said that ended it early, where one did. */
  endedBy?: string;
};

/** What shots are planned from. Drive is RMS volts at the amplifier's input. */
export type ShotFacts = {
  channelCount: number;
  loadOhms: number;
  gainRatio: number;
  mostDriveVoltsRms: number;
  /** Drive at which the first channel is about at its limit. */ limitDriveVoltsRms: number;
  ratedWatts: number;
  sampleRateHz: number;
};

/** What an analysis needs beside the recordings. `ratedWatts` is null where nothing is claimed. */
export type AnalysisConditions = {
  settings: Settings;
  band: Band;
  mainsHz: number;
  ratedWatts: number | null;
};

/**
 * A kind of run: what may be set, which shots it takes (each is handed back as it was recorded, so that the next may follow
 * from it), and what is read from them, a result a channel.
 */
export type RunKindDefinition = {
  fields: readonly SettingField[];
  shots(settings: Settings, facts: ShotFacts): Generator<Shot, void, Recorded>;
  analyse(
    recordings: readonly Recorded[],
    conditions: AnalysisConditions,
  ): Outcome<MeasuredChannel[]>;
};
