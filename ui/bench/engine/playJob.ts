import { describedFacts } from "@/bench/catalogue";
import type { Finding } from "@/core/outcome";
import { RUN_KINDS } from "@/core/run";
import {
  ANALYSIS_VERSION,
  guardLimits,
  runConditions,
  type BenchJob,
  type Guards,
  type Load,
  type ReadShot,
  type ReadWith,
  type RunCapture,
  type UnderWayShot,
} from "@/records";
import { callback, startJob } from "@/workers/benchClient";
import type { KeptShot } from "@/pipeline/playRun";
import type { PlayProgress } from "@/workers/protocol";
import { foundIn } from "@/records/facts";
import { fetchCapture, storeRun, uploadCapture } from "../uploadRun";

/** The simulated converter and voltmeter are taken to be within 0.5 %. */
const SIMULATED_ACCURACY_RATIO = 0.005;
const RATE_HZ = 192_000;

export type Progress = { stage: string; doneRatio: number; playing: PlayProgress | null };
export type JobContext = {
  amplifierId: string;
  loads: readonly Load[];
  guards: Guards;
  signal: AbortSignal;
  shots: readonly UnderWayShot[];
  onProgress(progress: Progress): void;
  onShot(shot: UnderWayShot): Promise<void>;
};

/** A run that is stored, and what it found the amplifier to give; null where it is no sweep of that. */
export type StoredRun = { id: string; foundWatts: number | null };

/** Plays, reads and stores one run. @returns what was stored, or what is wrong */
export const playJob = async (
  job: BenchJob,
  { amplifierId, loads, guards, signal, shots, onProgress, onShot }: JobContext,
): Promise<StoredRun | Finding> => {
  const load = loads.find(({ id }) => id === job.loadId);
  if (!load)
    return {
      code: "bad-load",
      where: "Load",
      advice: "the load of this run is no longer there; choose another.",
    };
  const instrument = { kind: "simulated", amplifier: job.rig, seed: job.seed } as const;
  // A job may come from the store, where it lay since a run was broken off.
  const described = describedFacts(instrument);
  if (!described.ok) return described.finding;
  const facts = described.value;
  const { kind } = job;
  const readShots: ReadShot[] = [];
  const conditionsOf = (each: Load, fullScaleVolts: number, readWith?: ReadWith) =>
    runConditions({
      readWith,
      load: each,
      channelCount: RUN_KINDS[kind].isBridged ? 1 : job.channelsDriven,
      firstChannel: 0,
      channelsDriven: job.channelsDriven,
      fullScaleVolts,
      mainsHz: facts.mainsHz,
      voltsAccuracyRatio: SIMULATED_ACCURACY_RATIO,
      settings: job.settings as Record<string, number | string>,
      setting: job.setting,
      inputUsed: job.inputUsed,
      set: job.set,
      level: job.level,
    });
  const second = loads.find(({ id }) => id === job.secondLoadId) ?? null;
  const channelsOf = (each: Load) => conditionsOf(each, 1).channels;
  const captures: RunCapture[] = [];
  const kept: KeptShot[] = [];
  for (const { sha256, ...shot } of shots) {
    const wav = await fetchCapture(sha256, signal);
    if (!wav) continue;
    kept.push({ ...shot, wav });
    readShots.push(...readShotOf(shot));
    captures.push({
      sha256,
      fileName: shot.fileName,
      fullScaleVolts: shot.fullScaleVolts,
      shot: shot.name,
    });
  }
  const store = async (shot: KeptShot): Promise<void> => {
    const { wav, ...facts } = shot;
    const capture = await uploadCapture({ ...shot, bytes: new Blob([wav]) }, signal);
    captures.push({ ...capture, shot: shot.name });
    readShots.push(...readShotOf(shot));
    await onShot({ ...facts, sha256: capture.sha256 });
  };
  const played = startJob((worker) =>
    worker.playRun(
      {
        kind,
        settings: job.settings,
        instrument,
        loads: channelsOf(load),
        secondLoads: second && channelsOf(second),
        ratedWatts: job.ratedWatts,
        levelWatts: job.level?.watts ?? null,
        sampleRateHz: RATE_HZ,
        kept,
        limits: guardLimits(guards, load),
        secondLimits: second && guardLimits(guards, second),
      },
      callback(
        (playing) =>
          !signal.aborted &&
          onProgress({ stage: playing.label, doneRatio: playing.doneRatio, playing }),
      ),
      callback(store),
      callback(
        (doneRatio) =>
          !signal.aborted && onProgress({ stage: "Reading the levels", doneRatio, playing: null }),
      ),
    ),
  );
  signal.addEventListener("abort", played.cancel);
  const outcome = await played.finished;
  if (!outcome.ok) return outcome.finding;
  onProgress({ stage: "Storing the result", doneRatio: 1, playing: null });
  const id = await storeRun(
    amplifierId,
    {
      id: job.id,
      kind,
      source: "simulated-bench",
      sourceDetail: facts.name,
      conditions: conditionsOf(load, captures[0]?.fullScaleVolts ?? 1, {
        ratedWatts: job.ratedWatts,
        secondChannels: second && channelsOf(second),
        shots: readShots,
      }),
      result: { kind, channels: outcome.value },
      analysisVersion: ANALYSIS_VERSION,
      captures,
    },
    signal,
  );
  const foundWatts =
    RUN_KINDS[kind].isBridged || job.setting !== "" ? null : foundIn(outcome.value);
  return { id, foundWatts };
};

/** What is kept of a recording so that it can be read again; nothing of one from before that was kept. */
const readShotOf = ({
  name,
  meters,
  events,
  trip,
  played,
}: Pick<KeptShot, "name" | "meters" | "events" | "trip" | "played">): ReadShot[] =>
  played ? [{ shot: name, meters, events, isCutShort: trip !== null, ...played }] : [];
