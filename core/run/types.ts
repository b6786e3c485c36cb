import type { Caution } from "../caution";
import type { Shape } from "../check";
import type { StatedClaim } from "../claim";
import type { Band } from "../distortion";
import type { Outcome } from "../outcome";
import type { Response } from "../response";
import type { Stimulus } from "../signal";
import type { StepReading, StopReason } from "../sweep";
import type { ChannelConditions } from "../power";

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
  /** Places along x that have names, the weightiest first, such as the products of two tones. */
  named?: readonly { at: number; label: string }[];
};

/** A burst, cycle by cycle. `lastCleanCycle` is null when all are flat. */
export type BurstCycles = {
  label: string;
  cycleSeconds: number;
  powerWatts: readonly number[];
  flattened: readonly boolean[];
  lastCleanCycle: number | null;
};

export type RunStopReason =
  StopReason | "level-reached" | "thermal-cut-out" | "breaker" | "operator";
/** Why it stopped; `picture` shows it: volts against time around the moment that says so. */
export type RunStop = { reason: RunStopReason; evidence: string; picture: Curve | null };

/** What a run found on one channel. The first figure is the main reading. */
export type ChannelResult = {
  figures: readonly Figure[];
  curves: readonly Curve[];
  bursts: readonly BurstCycles[];
  /** Each level of a run that raises the drive in steps, read by itself; claims of power are judged by them. */
  levels?: readonly StepReading[];
  stop: RunStop;
  summary: string;
  /** What makes its figures doubtful. */
  cautions?: readonly Caution[];
};

export type RunKind =
  | "noise"
  | "gain"
  | "spectrum"
  | "response"
  | "noise-response"
  | "line-output"
  | "residual"
  | "listening-level"
  | "crosstalk"
  | "impedance"
  | "multitone"
  | "intermodulation"
  | "distortion-response"
  | "power-sweep"
  | "clip-search"
  | "mains-draw"
  | "burst"
  | "staying-power"
  | "full-power-response"
  | "bridged"
  | "low-ohm"
  | "heat-soak";

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

/** Which load is connected to the outputs during a shot: that of the run, another resistor, or a stand-in for a loudspeaker. */
export type ShotLoad = "run" | "second" | "speaker";

/** One recording that a run asks for. `drives` says which channels get the stimulus; the others only listen. */
export type Shot = {
  name: string;
  label: string;
  stimulus: Stimulus;
  drives: readonly boolean[];
  recordsInput: boolean;
  /** A tone at the amplifier's input that is held before it, unrecorded. */ warmUp?: {
    frequencyHz: number;
    voltsPeak: number;
    seconds: number;
  };
  load: ShotLoad;
  /** What follows when the output collapses: the run ends unless said otherwise; a search goes on with its next level; a run that is to see what the amplifier does then plays on. */ afterCollapse?:
    "next-shot" | "play-on";
  /** A sweep of levels ends by itself once every channel distorts more than this: beyond it no claim asks. */
  endsPastRatio?: number;
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
  /** Drive at which the first channel is about at its limit; null where nobody looked for it. */
  limitDriveVoltsRms: number | null;
  ratedWatts: number;
  sampleRateHz: number;
};

/** What an analysis needs beside the recordings. `ratedWatts` is null where nothing is claimed. */
export type AnalysisConditions = {
  settings: Settings;
  band: Band;
  mainsHz: number;
  ratedWatts: number | null;
  /** What the rig does by itself to magnitude and phase, a channel each, to be taken out; null leaves it in. */
  rigResponses?: readonly Response[] | null;
};

/** What a meter shows, of one channel: SI values by name; absent where nothing was typed. */
export type TypedReadings = Readonly<Record<string, number | undefined>>;

/** How a kind of run is read off a meter. */
export type TypedReading = {
  fields: readonly SettingField[];
  /** Fields that must be given, above zero; where none is named, any one will do. */
  required: readonly string[];
  read(readings: TypedReadings, load: ChannelConditions): { figures: Figure[]; summary: string };
};

/** Temperatures in degrees Celsius at moments from the start of the soak. */
export type SoakMoment = {
  seconds: number;
  sinkCelsius: number;
  /** null where no probe was there, or nothing tells it. */
  caseCelsius: number | null;
  loadCelsius: number | null;
  loadWatts: readonly number[] | null;
  mainsWatts: number | null;
  isCutOut: boolean;
};

/** A tone that is held for a long time. `watts` of each channel. */
export type SoakTone = { frequencyHz: number; watts: number; seconds: number };

/** How a kind of run is watched with thermometers: what is held, and what is read of the moments. */
export type SoakDefinition = {
  tone(settings: Settings, facts: ShotFacts): SoakTone;
  read(
    moments: readonly SoakMoment[],
    events: readonly { seconds: number; event: string }[],
    channelCount: number,
  ): Outcome<ChannelResult[]>;
};

/** How much of the job is done. */
export type PlanSize = "quick" | "standard" | "everything";

/** What planning needs to know of a kind of run. */
export type PlanRole = {
  /** Gentle before violent: 0 is silence, 9 is hours of heat. */
  violence: number;
  seconds: number;
  /** Mean power over the loudest. */
  meanRatio: number;
  /** Loudest level of each channel: watts, or a ratio of the power that is expected. */
  level: { watts: number } | { ratio: number };
  /** From which size of plan on it is made; null where a plan never proposes it, but it may be added by hand. */
  from: PlanSize | null;
  /** A plan makes it once, as the first claim has it, unless it is made for each claim or each claimed load. */
  madeFor?: "each-claim" | "each-claimed-load";
  /** How many channels are driven, where it is not all. */ channelsDriven?: number;
  /** What it is made into, where it is not a claimed load. */ loadOhms?: number;
};

/**
 * What a kind of run is, and what may be set. Whatever differs by kind is said here and in its method, and nowhere else; what is left
 * out is as with most. It stands apart from the method so that a page that only names runs need not load what measures.
 */
export type RunKindFacts = {
  title: string;
  /** For lists, where the title is long. */ shortTitle?: string;
  yields: string;
  plan: PlanRole;
  fields: readonly SettingField[];
  /** What it needs at the bench beside load and probe, in the order of doing it. */
  connect?: readonly string[];
  /** What it works into, where that is no dummy load. */ worksInto?: string;
  /** A title for the curves whose name begins so. Curves with the same title share a chart. */
  charts: readonly (readonly [nameBegins: string, title: string])[];
  /** The printed claims that it is held against. */ speaksTo?: StatedClaim["kind"];
  /** Files of this kind make one run together; else each is a run. */ isReadTogether?: true;
  takesSecondLoad?: true;
  /** It means something only below clipping: its recordings are looked at for tops that are held. */
  belowClipping?: Shape;
  /** It is driven as for rated output over a whole band. */ isAtRatedPower?: true;
  /** It ends just below where the tops flatten. */ endsAtCleanTops?: true;
  /** It is made into the lowest load at hand unless another is chosen. */ takesLowestLoad?: true;
  leastChannels?: number;
  /** What each of its recordings must hold to be read. */ hears?: Hearing;
  /** Two channels drive one load between them. */ isBridged?: true;
  /** One reading for all channels: heat and mains belong to the whole amplifier. */ isOfWholeAmplifier?: true;
  /** Its recording is there to be listened to. */ isListenedTo?: true;
  /** It is compared only with one into the same load with as many channels driven. */ isComparedByLoad?: true;
  /** A quick sweep predicts it, and every parameter of the simulated amplifier may be turned. */ isPredicted?: true;
  /** The level may be turned by hand, live: before anything else, or as well. */ byHand?:
    "first" | "too";
  /** What a meter's readings are enough for. */ typed?: TypedReading;
  /** No recording says anything of it. */ takesMeterOnly?: true;
  /** Watched with thermometers instead of recorded. */ isSoaked?: true;
  /** How long output past the limit is held: what stands behind it follows from this. */ tellsHowLong?: true;
  /** Where the output ends: runs at full level go by what it found. */ findsLimit?: true;
  /** It needs the readings of a mains meter. */ needsMains?: true;
  /** The amplifier's input is recorded beside its output, in time with it. */ readsInput?: true;
};

/** A steady tone; a tone whose level may do what it likes; an input at rest; noise that was played. */
export type Hearing = "one-tone" | "tone-at-any-level" | "rest" | "noise";

/**
 * How a kind of run is played and read: which shots it takes (each is handed back as it was recorded, so that the next may follow from
 * it), and what is read from them, a result a channel.
 */
export type RunMethod = {
  soak?: SoakDefinition;
  /** Its levels refer to the drive at which the amplifier clips, which is searched for before the first: always, or where nothing predicts it. */
  seeksLimit?: "always" | "unless-predicted";
  shots(settings: Settings, facts: ShotFacts): Generator<Shot, void, Recorded>;
  /** @param onProgress called with the share that is read, 0 to 1, where reading takes a while */
  analyse(
    recordings: readonly Recorded[],
    conditions: AnalysisConditions,
    onProgress?: (doneRatio: number) => void,
  ): Outcome<ChannelResult[]>;
};
