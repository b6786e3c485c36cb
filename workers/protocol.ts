import type { Capture, RecordingProgress, RecordingRequest } from "@/bench/contract";
import type { BenchLog, Rig } from "@/bench/simulated";
import type { FoundLoads, LoadDemand, PowerResistor } from "@/core/load";
import type { Outcome } from "@/core/outcome";
import type { PowerSweepResult, SweepConditions } from "@/core/sweep";

/** What crosses to the worker and back is plain data and typed arrays. */
export type AnalysisRequest = {
  /** The whole WAV file. */
  wav: Uint8Array;
  fullScaleVolts: number;
  conditions: SweepConditions;
};

/** Where the work stands, in words for the screen. */
export type WorkProgress = { doneRatio: number; stage: string };

/** What to predict. Without lastVoltsRms the sweep goes a little past the amplifier's limit. */
export type PredictionRequest = { rig: Rig; loadOhms: readonly number[]; channelsDriven: number; lastVoltsRms: number | null };

export type Prediction = { lastVoltsRms: number; result: PowerSweepResult };

/** A steady tone as it was recorded; its level is over full scale. */
export type RecordedTone = { frequencyHz: number; levelRatio: number; thdRatio: number; thdPlusNoiseRatio: number };

export type BenchWorker = {
  /** Decodes a recording and reads its power sweep. */
  analyseSweep(request: AnalysisRequest, onProgress: (progress: WorkProgress) => void): Promise<Outcome<PowerSweepResult>>;
  /** A quick sweep of a simulated amplifier, to be drawn while its parameters change. */
  predictSweep(request: PredictionRequest): Promise<Outcome<Prediction>>;
  /** The tone in a recording. */
  readTone(wav: Uint8Array): Promise<Outcome<RecordedTone>>;
  /** The best dummy loads from the resistors at hand. */
  findLoads(shelf: readonly PowerResistor[], demand: LoadDemand): Promise<FoundLoads>;
  /** Records on the simulated bench. */
  recordSimulated(rig: Rig, request: RecordingRequest, seed: number, onProgress: (progress: RecordingProgress) => void): Promise<{ capture: Capture; log: BenchLog }>;
};
