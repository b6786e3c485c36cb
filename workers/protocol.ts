import type { RateQuestion } from "@/core/files";
import type { FoundLoads, LoadDemand, PowerResistor } from "@/core/load";
import type { Finding, Outcome } from "@/core/outcome";
import type { Curve, ChannelResult, Settings, ShotLoad } from "@/core/run";
import type { LiveReading, LiveRequest, RampLimit } from "@/pipeline/liveBench";
import type { Glance } from "@/pipeline/glance";
import type { KeptShot, PlayMoment, PlayRequest } from "@/pipeline/playRun";
import type { Prediction, PredictionRequest } from "@/pipeline/predictSweep";
import type { RecordedTone } from "@/pipeline/readTone";
import type { SoakOutlook } from "@/pipeline/soakOutlook";
import type { ChosenFile, FilesRequest } from "@/pipeline/OpenFiles";
import type { FileFacts } from "@/pipeline/openFile";
import type { ReadRequest } from "@/pipeline/readRun";
import type { AudioClips, LevelView, OpenedRecording, Stretch } from "@/pipeline/recordingViews";

/** A moment of a run that plays. */
export type PlayProgress = Pick<PlayMoment, "label" | "shotNumber" | "predictedSinkCelsius"> &
  Glance & { outlook: SoakOutlook | null };

/** What a run tells while it plays, and asks. */
export type RunListener = {
  onProgress(progress: PlayProgress): void;
  onShot(shot: KeptShot): void | Promise<void>;
  onReading(doneRatio: number): void;
  /** Another load is to be hung on the outputs; it waits until that is done. */
  onLoad(load: ShotLoad): Promise<void>;
};

/** A file on its way to a worker: a blob crosses without its bytes, which are read there. */
export type SentFile = Omit<ChosenFile, "bytes"> & { source: Blob };
export type SentFiles = Omit<FilesRequest, "files"> & {
  files: readonly (Omit<FilesRequest["files"][number], "bytes"> & { source: Blob })[];
};

/** What a worker can be asked. What crosses to it and back is plain data; large arrays are handed over, and files cross as blobs, whose bytes stay where they are. */
export type BenchWorker = {
  /** A quick sweep of a simulated amplifier, to be drawn while its parameters change. */
  predictSweep(request: PredictionRequest): Promise<Outcome<Prediction>>;
  /** The tone in a recording. */
  readTone(wav: Blob): Promise<Outcome<RecordedTone>>;
  /** The best dummy loads from the resistors at hand. */
  findLoads(shelf: readonly PowerResistor[], demand: LoadDemand): Promise<FoundLoads>;
  /** Plays and reads a whole run on an instrument that plays, shot by shot. */
  playRun(request: PlayRequest, listener: RunListener): Promise<Outcome<ChannelResult[]>>;
  /** Nobody is there any more: a soak that plays ends where it is, and what was read of it is kept. */
  leaveSoak(): Promise<void>;
  /** Opens a file of any kind that is known, and guesses what it was made for; its samples stay in the worker. */
  openFile(file: SentFile): Promise<Outcome<FileFacts>>;
  closeFile(id: string): Promise<void>;
  /** What helps to say how a text was sampled that does not say so itself. */
  questionOf(source: Blob): Promise<RateQuestion>;
  /** Reads a run from files, which are opened for it where they are not open. */
  readFiles(
    request: SentFiles,
    onReading: (doneRatio: number) => void,
  ): Promise<Outcome<ChannelResult[]>>;
  /** The recording in a file as WAV: as it came, or as it was made of a text. */
  wavOf(file: SentFile): Promise<Blob>;
  /** Reads a run from what an instrument holds already. */
  readRun(
    request: ReadRequest,
    onReading: (doneRatio: number) => void,
  ): Promise<Outcome<ChannelResult[]>>;
  /** Reads a response from tables. */
  readResponseTables(
    texts: readonly string[],
    settings: Settings,
  ): Promise<Outcome<ChannelResult[]>>;
  /** Opens a recording for looking at; its samples stay in the worker. */
  openRecording(wav: Blob, fullScaleVolts: number): Promise<Outcome<OpenedRecording>>;
  /** The spectrum of a stretch of the open recording, a channel each. */
  spectrumOf(stretch: Stretch): Promise<Curve[]>;
  /** One level of a sweep in the open recording. */
  levelOf(channel: number, stretch: Stretch, frequencyHz: number): Promise<LevelView>;
  /** What the amplifier added, and the output, as sound. */
  residualSound(channel: number, inputChannel: number | null): Promise<Outcome<AudioClips>>;
  /** Switches the live bench on; it then plays in real time until it is ended, telling its readings. */
  startLive(
    request: LiveRequest,
    onReading: (reading: LiveReading) => void,
    /** The instrument failed; its output is silent, and nothing more comes. */
    onFault: (finding: Finding) => void,
  ): Promise<Outcome<true>>;
  turnLive(db: number): Promise<void>;
  muteLive(): Promise<void>;
  climbLive(limit: RampLimit): Promise<void>;
  changeLiveTone(frequencyHz: number): Promise<void>;
  takeLive(): Promise<{ wav: Uint8Array<ArrayBuffer>; fullScaleVolts: number; fileName: string }>;
};
