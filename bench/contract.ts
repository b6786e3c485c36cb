import type { SteppedSweep } from "@/core/signal";

/** What every instrument hands over: a recording of the volts across the loads, as a WAV file with its full scale. */
export type Capture = {
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  fileName: string;
};

/** What a power sweep asks of an instrument. Levels are at the amplifier's input. */
export type SweepRequest = {
  sweep: SteppedSweep;
  sampleRateHz: number;
  /** One load a channel that is driven, in order. */
  loadOhms: readonly number[];
  mainsHz: number;
};

/** How far an instrument has got, and what it drives and delivers at that moment. */
export type RecordingProgress = { doneRatio: number; driveVoltsRms: number; loadWatts: readonly number[] };
