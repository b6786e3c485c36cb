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

/** How far an instrument has got, and what it drives and delivers at that moment. */
export type RecordingProgress = { doneRatio: number; driveVoltsRms: number; loadWatts: readonly number[] };
