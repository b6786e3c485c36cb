import { findingText, type Finding } from "@/core/outcome";
import type { ShotLoad } from "@/core/run";
import {
  NO_SETUP,
  ANALYSIS_VERSION,
  guardLimits,
  isBridgedRun,
  placesPlayed,
  runConditions,
  type BenchJob,
  type Guards,
  type Load,
  type ReadShot,
  type ReadWith,
  type RunCapture,
  type Setup,
  type UnderWayShot,
} from "@/records";
import { callback, handedOver, startJob } from "@/workers/benchClient";
import type { KeptShot } from "@/pipeline/playRun";
import type { PlayProgress, RunListener } from "@/workers/protocol";
import { foundIn } from "@/records/facts";
import type { OpenInterface } from "../../audio/openInterface";
import { fetchCapture, storeRun, uploadCapture, UploadFailed } from "../uploadRun";
import { rememberSink, warmSink } from "../sinkWarmth";
import { benchOfJob } from "./benchOfJob";
import { markedNearFloor } from "./markedNearFloor";

export type JobProgress = { stage: string; doneRatio: number; playing: PlayProgress | null };
export type JobContext = {
  amplifierId: string;
  loads: readonly Load[];
  guards: Guards;
  signal: AbortSignal;
  shots: readonly UnderWayShot[];
  /** The audio interface that is open; null while none is. */
  device(): OpenInterface | null;
  onProgress(progress: JobProgress): void;
  onShot(shot: UnderWayShot): Promise<void>;
  /** Somebody hangs another load on the outputs; it waits until that is done. */
  onLoad(load: ShotLoad): Promise<void>;
  /** Given what ends a soak where it is, with what was read until then. */
  onLeavable(leave: () => void): void;
};

/** A run that is stored, and what it found the amplifier to give; null where it is not a sweep of that. */
export type StoredRun = { id: string; foundWatts: number | null };

const NO_LOAD: Finding = {
  code: "bad-load",
  where: "Load",
  advice: "the load of this run no longer exists; choose another.",
};

/** Plays, reads and stores one run. @returns what was stored, or what is wrong */
export const playJob = async (
  job: BenchJob,
  { amplifierId, loads, guards, signal, shots, device, ...on }: JobContext,
): Promise<StoredRun | Finding> => {
  const { onProgress, onShot, onLoad, onLeavable } = on;
  const load = loads.find(({ id }) => id === job.loadId);
  if (!load) return NO_LOAD;
  const { kind } = job;
  const setup = setupOf(job);
  const found = benchOfJob(job, device());
  if (!found.ok) return found.finding;
  const { value: bench } = found;
  const conditionsOf = (each: Load, fullScaleVolts: number, readWith?: ReadWith) =>
    runConditions({
      readWith,
      load: each,
      places: placesPlayed(each, job.channelsDriven, setup),
      channelsDriven: job.channelsDriven,
      fullScaleVolts,
      mainsHz: bench.mainsHz,
      voltsAccuracyRatio: bench.voltsAccuracyRatio,
      confirmations: job.confirmations,
      settings: job.settings as Record<string, number | string>,
      setUp: { ...job, setup },
      set: job.set,
      level: job.level,
    });
  const second = loads.find(({ id }) => id === job.secondLoadId) ?? null;
  const channelsOf = (each: Load) => conditionsOf(each, 1).channels;
  const connectLoad = (to: Load) => device()?.connectLoad(to.channels.map(({ ohms }) => ohms));
  connectLoad(load);
  const sink = warmSink(amplifierId, job.sink);
  const kept = await keptShots(shots, signal);
  const readShots = kept.flatMap(readShotOf);
  const captures = kept.map(captureOf);
  const store = async (shot: KeptShot): Promise<void> => {
    const { wav, ...facts } = shot;
    const capture = await uploadCapture({ ...shot, bytes: new Blob([wav]) }, signal);
    captures.push({ ...capture, shot: shot.name });
    readShots.push(...readShotOf(shot));
    await onShot({ ...facts, sha256: capture.sha256 });
  };
  const tell = (progress: JobProgress): void => {
    if (!signal.aborted) onProgress(progress);
  };
  const played = startJob((worker) => {
    onLeavable(() => void worker.leaveSoak());
    return worker.playRun(
      handedOver({
        kind,
        settings: job.settings,
        instrument: bench.instrument,
        loads: channelsOf(load),
        secondLoads: second && channelsOf(second),
        isBridged: setup.connection === "bridged",
        ratedWatts: job.ratedWatts,
        levelWatts: job.level?.watts ?? null,
        sampleRateHz: bench.sampleRateHz,
        rigResponses: bench.rigResponses,
        kept,
        limits: { ...guardLimits(guards, load), sink },
        secondLimits: second && { ...guardLimits(guards, second), sink },
      }),
      callback<RunListener>({
        onProgress: (playing) => {
          rememberSink(amplifierId, sink, playing);
          tell({ stage: playing.label, doneRatio: playing.doneRatio, playing });
        },
        onShot: store,
        onReading: (doneRatio) => tell({ stage: "Analysing the levels", doneRatio, playing: null }),
        onLoad: async (which) => {
          await onLoad(which);
          connectLoad(which === "second" && second ? second : load);
        },
      }),
    );
  });
  signal.addEventListener("abort", played.cancel);
  // Mute may have been pressed before there was anything to cancel.
  if (signal.aborted) played.cancel();
  const outcome = await played.finished;
  // What failed was the instrument, not the run: its recordings stay, and it may go on.
  if (!outcome.ok && outcome.finding.code === "instrument-fault")
    throw new UploadFailed(findingText(outcome.finding));
  if (!outcome.ok) return outcome.finding;
  onProgress({ stage: "Saving the result", doneRatio: 1, playing: null });
  const id = await storeRun(
    amplifierId,
    {
      id: job.id,
      kind,
      source: bench.source,
      sourceDetail: bench.sourceDetail,
      conditions: conditionsOf(load, captures[0]?.fullScaleVolts ?? 1, {
        ratedWatts: job.ratedWatts,
        secondChannels: second && channelsOf(second),
        shots: readShots,
      }),
      result: { kind, channels: markedNearFloor(outcome.value, bench.floor) },
      analysisVersion: ANALYSIS_VERSION,
      captures,
    },
    signal,
  );
  const foundWatts =
    setup.connection !== "normal" || job.setting !== "" ? null : foundIn(outcome.value);
  return { id, foundWatts };
};

/** What it is taken on; a run under way from before setups were kept does not record its own. */
const setupOf = ({ kind, setup = NO_SETUP }: BenchJob): Setup =>
  isBridgedRun(kind, setup) ? { ...setup, connection: "bridged" } : setup;

/** Recordings from before the run was broken off, as far as they are still there. */
const keptShots = async (
  shots: readonly UnderWayShot[],
  signal: AbortSignal,
): Promise<(KeptShot & { sha256: string })[]> => {
  const kept: (KeptShot & { sha256: string })[] = [];
  for (const shot of shots) {
    const wav = await fetchCapture(shot.sha256, signal);
    if (wav) kept.push({ ...shot, wav });
  }
  return kept;
};

const captureOf = ({
  sha256,
  name,
  fileName,
  fullScaleVolts,
}: Pick<UnderWayShot, "sha256" | "name" | "fileName" | "fullScaleVolts">): RunCapture => ({
  sha256,
  fileName,
  fullScaleVolts,
  shot: name,
});

/** What is kept of a recording so that it can be read again; nothing of one from before that was kept. */
const readShotOf = ({
  name,
  meters,
  events,
  trip,
  played,
}: Pick<KeptShot, "name" | "meters" | "events" | "trip" | "played">): ReadShot[] =>
  played ? [{ shot: name, meters, events, isCutShort: trip !== null, ...played }] : [];
