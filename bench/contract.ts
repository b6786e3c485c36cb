import type { LiveMoment } from "@/core/drive";
import type { Stimulus } from "@/core/signal";

/** What every instrument hands over: a recording of the volts across the loads, as a WAV file with its full scale. */
export type Capture = {
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  fileName: string;
};

/** What a run asks of an instrument. */
export type RecordingRequest = {
  /** Volts at the amplifier's input. */
  stimulus: Stimulus;
  sampleRateHz: number;
  /** One entry a channel that is recorded: does it get the stimulus? An idle one has its input at rest. */
  drives: readonly boolean[];
  /** Whether the source is recorded too, as the first channel of the file. */
  recordsInput?: boolean;
};

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

/** A steady tone held for a long time, to watch the heat. */
export type SoakRequest = {
  frequencyHz: number;
  voltsPeak: number;
  seconds: number;
  drives: readonly boolean[];
};

/** Temperatures in degrees Celsius, powers in watts, at moments that lie wider apart as time goes on. */
export type SoakPoint = {
  seconds: number;
  junctionCelsius: number;
  caseCelsius: number;
  sinkCelsius: number;
  loadCelsius: number;
  loadWatts: readonly number[];
  dissipatedWatts: number;
  mainsWatts: number;
  mainsAmperes: number;
  isCutOut: boolean;
};
export type SoakRecording = {
  points: readonly SoakPoint[];
  events: readonly { atSeconds: number; event: string }[];
};
