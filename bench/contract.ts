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

/** A little of the output as it is at a moment, a channel each, thinned out for drawing. */
export type WaveGlimpse = { seconds: number; volts: readonly Float32Array[] };

/** How far an instrument has got, and what it drives and delivers at that moment. */
export type RecordingProgress = { doneRatio: number; driveVoltsRms: number; loadWatts: readonly number[]; glimpse: WaveGlimpse };

/** A steady tone held for a long time, to watch the heat. */
export type SoakRequest = { frequencyHz: number; voltsPeak: number; seconds: number; drives: readonly boolean[] };

/** Temperatures in degrees Celsius, powers in watts, at moments that lie wider apart as time goes on. */
export type SoakPoint = { seconds: number; junctionCelsius: number; caseCelsius: number; sinkCelsius: number; loadCelsius: number; loadWatts: readonly number[]; dissipatedWatts: number; mainsWatts: number; mainsAmperes: number; isCutOut: boolean };
export type SoakRecording = { points: readonly SoakPoint[]; events: readonly { atSeconds: number; event: string }[] };
