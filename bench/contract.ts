// bench/contract: what an instrument is to everything else, whichever it is.
import type { LiveMoment } from "@/core/drive";
import type { Finding } from "@/core/outcome";
import type { TypedReadings } from "@/core/run";
import type { Stimulus } from "@/core/signal";

/** What every instrument hands over: a recording of the volts across the loads, as a WAV file with its full scale. */
export type Capture = {
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  fileName: string;
};

/** What a run asks of an instrument. */
export type RecordingRequest = {
  /** Volts at the amplifier's input; null where whoever recorded it chose them. */
  stimulus: Stimulus | null;
  sampleRateHz: number;
  /** One entry a channel that is recorded: does it get the stimulus? An idle one has its input at rest. */
  drives: readonly boolean[];
  /** Whether the source is recorded too, as the first channel of the file. */
  recordsInput?: boolean;
  /** A tone that is held before, unrecorded, so that the amplifier is warm. */
  warmUp?: HeldTone;
  /** Which of a run's recordings it is, from 1. */
  number: number;
};

/** Which channels of a file are what, from 0. */
export type ChannelLayout = { outputs: readonly number[]; input: number | null };

/** How the file of an instrument that plays is laid out: the source first where it is recorded, then the outputs. */
export const playedLayout = ({
  drives,
  recordsInput = false,
}: Pick<RecordingRequest, "drives" | "recordsInput">): ChannelLayout => ({
  outputs: drives.map((_, channel) => channel + (recordsInput ? 1 : 0)),
  input: recordsInput ? 0 : null,
});

/** How things stand while an instrument records; volts are those of the tenth of a second before, RMS without an offset. */
export type RecordingMoment = LiveMoment & {
  doneRatio: number;
  /** Since the stimulus began. */
  seconds: number;
  /** The last seconds of each output. */
  last(seconds: number): { volts: Float64Array[]; sampleRateHz: number };
};

/** Looks on while an instrument records, about twenty times a second of what is recorded; "end" has it turn the drive down and end early. */
export type Watch = (moment: RecordingMoment) => "go-on" | "end";

/** A steady tone at the amplifier's input, held for a while. */
export type HeldTone = { frequencyHz: number; voltsPeak: number; seconds: number };

/** A steady tone that is held until whoever looks at it ends it. */
export type HoldRequest = Pick<HeldTone, "frequencyHz" | "voltsPeak"> & {
  drives: readonly boolean[];
};
/** How it stands at a look: seconds since it began to rise, and watts in each load. */
export type HeldLook = (held: {
  seconds: number;
  loadWatts: readonly number[];
}) => Promise<"go-on" | "end">;

/** A steady tone held for a long time, to watch the heat. */
export type SoakRequest = HeldTone & { drives: readonly boolean[] };

/** Temperatures in degrees Celsius, powers in watts, at moments that lie wider apart as time goes on; null where nothing tells it. */
export type SoakPoint = {
  seconds: number;
  caseCelsius: number | null;
  sinkCelsius: number;
  loadCelsius: number | null;
  loadWatts: readonly number[];
  mainsWatts: number | null;
  mainsAmperes: number | null;
  isCutOut: boolean;
};
export type SoakRecording = {
  points: readonly SoakPoint[];
  events: readonly { seconds: number; event: string }[];
};

/** What an instrument can do. What it cannot is never asked of it. */
export type InstrumentFacts = {
  name: string;
  /** Outputs of the amplifier that it can look at once. */
  channelCount: number;
  /** Maximum voltage RMS that it can put on the amplifier's input; null where it plays nothing itself. */
  mostDriveVoltsRms: number | null;
  /** Rates at which it can record; null where it does not record. */
  sampleRatesHz: { least: number; most: number } | null;
  /** Recordings that are there already; null where it makes as many as it is asked for. */
  recordingCount: number | null;
  /** Whether it shows values of its own, as a meter does. */
  readsLevels: boolean;
  mainsHz: number;
  /** Whether it receives temperatures, so that it can watch a soak. */
  knowsHeat: boolean;
  /** Whether a tone can be turned by hand while it is watched. */
  isLive: boolean;
  /** Whether the loads of a run change by themselves; else somebody changes them between two recordings. */
  changesLoads: boolean;
};

/** What is connected to the amplifier's outputs, and how. */
export type Wiring = {
  /** A channel each. */
  loadOhms: readonly number[];
  /** A stand-in for a loudspeaker takes the place of the resistors. */
  isSpeakerLike: boolean;
  /** Two channels drive one load between them. */
  isBridged: boolean;
  /** Range of the converter in volts; 0 leaves it to choose. */
  rangeVolts: number;
};

/** A recording with what the other instruments showed meanwhile; null and empty where there are none. */
export type InstrumentRecording = {
  capture: Capture;
  layout: ChannelLayout;
  meters: { mainsWatts: number; mainsAmperes: number } | null;
  events: readonly { seconds: number; event: string }[];
};

/** A tone whose level is turned while it plays. On what is simulated time passes only when `advance` is called; on what is real it waits. */
export type LiveTone = {
  readonly sampleRateHz: number;
  readonly mostDriveVoltsRms: number;
  readonly leastDriveVoltsRms: number;
  readonly driveVoltsRms: number;
  /** Held between the least and the most. */
  setDrive(voltsRms: number): void;
  /** The drive returns to its least first. */
  changeTone(frequencyHz: number): void;
  /** @throws {InstrumentFault} when something fails meanwhile; the tone is off then */
  advance(seconds: number): LiveState | Promise<LiveState>;
  /** The last seconds of each output, or as much as there is. */
  lastVolts(seconds: number): Float64Array[];
};

/** What the other instruments show of a live tone; temperatures in degrees Celsius, empty and null where nothing tells them. */
export type LiveState = {
  seconds: number;
  loadCelsius: readonly number[];
  sinkCelsius: number | null;
  mainsAmperes: number | null;
  mainsWatts: number | null;
  isCutOut: boolean;
};

/** An instrument with an amplifier and its loads connected. All but the record of what it shows throws RangeError where its facts say that it cannot. */
export type Connected = {
  /** Maximum voltage across a load that can be recorded; the instrument may choose a smaller range. */
  mostVoltsPeak: number;
  /** Output over input, at small signals; not a number where it does not know the input. */
  gainRatio: number;
  /**
   * Volts RMS at the input at which the first channel is about at its limit: predicted, or tried.
   * @param watch is asked where it is tried
   */
  limitDriveVoltsRms(drives: readonly boolean[], watch?: Watch): number | Promise<number>;
  /**
   * @param watch is asked only while it really records
   * @throws {RangeError} on rates, levels or times that it cannot play
   * @throws {InstrumentFault} when something fails meanwhile; nothing of the recording is kept then
   */
  record(
    request: RecordingRequest,
    watch?: Watch,
  ): InstrumentRecording | Promise<InstrumentRecording>;
  /** What its meters show, a channel each: those of the first channel are also of the whole amplifier. */
  readLevels(): readonly TypedReadings[] | Promise<readonly TypedReadings[]>;
  /** @throws {RangeError} on a level, frequency or time that is not above zero */
  soak(
    request: SoakRequest,
    watch: (point: SoakPoint) => "go-on" | "end",
  ): SoakRecording | Promise<SoakRecording>;
  /**
   * Holds a tone without a gap where it receives no temperatures itself, so that meters beside it can watch a soak; absent where it cannot.
   * @throws {InstrumentFault} when something fails meanwhile; the tone is off then
   */
  hold?(request: HoldRequest, look: HeldLook): Promise<void>;
  /** @throws {RangeError} on a frequency that it cannot play */
  live(drives: readonly boolean[], frequencyHz: number): LiveTone;
};

/** What may look at an amplifier: the simulated bench, files, a meter read by eye, an audio interface. */
export type Instrument = {
  readonly facts: InstrumentFacts;
  /** Connects loads to the outputs, or has it done. @throws {InstrumentFault} where what is connected does not answer */
  connect(wiring: Wiring): Connected | Promise<Connected>;
};

/** Something failed while an instrument was at work: what was found, and what to do. Its output is silent by then. */
export class InstrumentFault extends Error {
  constructor(readonly finding: Finding) {
    super(finding.advice);
  }
}

/** Stands for everything that an instrument cannot do. */
export const cannot = (name: string, what: string) => (): never => {
  throw new RangeError(`${name} cannot ${what}`);
};
