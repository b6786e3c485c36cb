import { expose, transfer } from "comlink";
import { InstrumentFault } from "@/bench/contract";
import { findLoads } from "@/core/load";
import { success, type Outcome } from "@/core/outcome";
import { glanceOf } from "@/pipeline/glance";
import { LiveRun } from "@/pipeline/liveBench";
import { playRun } from "@/pipeline/playRun";
import { predictSweep } from "@/pipeline/predictSweep";
import { OpenFiles, type ChosenFile } from "@/pipeline/OpenFiles";
import { rateQuestionOf, type FileFacts } from "@/pipeline/openFile";
import { readResponseTables, readRun } from "@/pipeline/readRun";
import { readTone } from "@/pipeline/readTone";
import { OpenRecording } from "@/pipeline/recordingViews";
import type { BenchWorker, SentFile } from "./protocol";

/** Progress is reported no more often than a screen needs it. */
const PROGRESS_MILLISECONDS = 70;
/** Time of the live bench runs with the clock; when the machine cannot keep up it runs as fast as it can. */
const LIVE_STEP_MILLISECONDS = 50;

/** Looks, and tells, only now and then: a glance takes longer than a moment of the bench. */
const seldom = <Moment, Progress>(
  look: (moment: Moment) => Progress,
  tell: (progress: Progress) => void,
): ((moment: Moment) => void) => {
  let last = -Infinity;
  return (moment) => {
    const now = performance.now();
    if (now - last < PROGRESS_MILLISECONDS) return;
    last = now;
    tell(look(moment));
  };
};

let open: OpenRecording | null = null;
let live: LiveRun | null = null;

const opened = (): OpenRecording => {
  if (!open) throw new Error("no recording is open");
  return open;
};
const running = (): LiveRun => {
  if (!live) throw new Error("the live bench is not switched on");
  return live;
};

const files = new OpenFiles();
const bytesOf = async (source: Blob): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await source.arrayBuffer());
const chosen = ({ source, ...file }: SentFile): ChosenFile => ({
  ...file,
  bytes: () => bytesOf(source),
});

/** A log of temperatures is not kept here: its numbers are handed over. */
const withLog = (outcome: Outcome<FileFacts>): Outcome<FileFacts> => {
  const spots = (outcome.ok && outcome.value.temperatureLog?.spots) || [];
  const numbers = spots.flatMap(({ seconds, celsius }) => [seconds.buffer, celsius.buffer]);
  return transfer(outcome, [...new Set(numbers)]);
};

/** Nobody watches the soak any more. */
let isLeft = false;

const worker: BenchWorker = {
  readTone: async (wav) => readTone(await bytesOf(wav)),
  findLoads: async (shelf, demand) => findLoads(shelf, demand),
  predictSweep,
  playRun: async (request, { onProgress, onShot, onReading, onLoad }) => {
    isLeft = false;
    return playRun(request, {
      isLeft: () => isLeft,
      onMoment: seldom(
        ({ moment, isTone, outlook, ...facts }) => ({
          ...facts,
          ...glanceOf(moment, isTone),
          outlook: outlook?.() ?? null,
        }),
        onProgress,
      ),
      onShot: (shot) => onShot(transfer(shot, [shot.wav.buffer])),
      onReading: seldom((doneRatio) => doneRatio, onReading),
      onLoad,
    });
  },
  leaveSoak: async () => {
    isLeft = true;
  },
  openFile: async (file) => withLog(await files.open(chosen(file))),
  closeFile: async (id) => files.close(id),
  questionOf: async (source) => rateQuestionOf(await bytesOf(source)),
  readFiles: async (request, onReading) =>
    files.read(
      { ...request, files: request.files.map((file) => ({ ...file, ...chosen(file) })) },
      seldom((doneRatio) => doneRatio, onReading),
    ),
  wavOf: async (file) => new Blob([await files.wavOf(chosen(file))]),
  readRun: async (request, onReading) =>
    readRun(
      request,
      seldom((doneRatio) => doneRatio, onReading),
    ),
  readResponseTables: async (texts, settings) => readResponseTables(texts, settings),
  openRecording: async (wav, fullScaleVolts) => {
    const outcome = OpenRecording.open(await bytesOf(wav), fullScaleVolts);
    if (!outcome.ok) return outcome;
    open = outcome.value;
    const pyramids = open.pyramids();
    return transfer(
      success({ facts: open.facts, pyramids }),
      pyramids.flatMap(({ samples, levels }) =>
        [samples, ...levels.flatMap(({ low, high }) => [low, high])].map(({ buffer }) => buffer),
      ),
    );
  },
  spectrumOf: async (stretch) => opened().spectrum(stretch),
  levelOf: async (channel, stretch, frequencyHz) => opened().level(channel, stretch, frequencyHz),
  residualSound: async (channel, inputChannel) => {
    const outcome = opened().residualSound(channel, inputChannel);
    return outcome.ok
      ? transfer(outcome, [outcome.value.output.buffer, outcome.value.residual.buffer])
      : outcome;
  },
  startLive: async (request, onReading, onFault) => {
    const outcome = await LiveRun.start(request);
    if (!outcome.ok) return outcome;
    live = outcome.value;
    const step = async (): Promise<void> => {
      const begun = performance.now();
      try {
        onReading(await running().step());
      } catch (error) {
        if (!(error instanceof InstrumentFault)) throw error;
        return onFault(error.finding);
      }
      setTimeout(
        () => void step(),
        Math.max(0, LIVE_STEP_MILLISECONDS - (performance.now() - begun)),
      );
    };
    void step();
    return success(true as const);
  },
  turnLive: async (db) => running().turn(db),
  muteLive: async () => running().mute(),
  climbLive: async (limit) => running().climb(limit),
  changeLiveTone: async (frequencyHz) => running().changeTone(frequencyHz),
  takeLive: async () => {
    const taken = running().take();
    return transfer(taken, [taken.wav.buffer]);
  },
};

expose(worker);
