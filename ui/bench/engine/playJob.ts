import { checkRig, type Rig } from "@/bench/simulated";
import type { Finding } from "@/core/outcome";
import { stoppedBy } from "@/core/run";
import {
  ANALYSIS_VERSION,
  guardLimits,
  runConditions,
  type BenchJob,
  type Guards,
  type Load,
  type RunCapture,
  type UnderWayShot,
} from "@/records";
import { callback, handedOver, startJob } from "@/workers/benchClient";
import type { KeptShot } from "@/pipeline/playRun";
import type { PlayProgress } from "@/workers/protocol";
import { fetchCapture, storeRun, uploadCapture, uploadRun } from "../uploadRun";

/** The simulated converter and voltmeter are taken to be within 0.5 %. */
const SIMULATED_ACCURACY_RATIO = 0.005;
const RATE_HZ = 192_000;
const SWEEP = { frequencyHz: 1000, stepCount: 40, stepSeconds: 0.25 };
/** Level of the first step, under the last. */
const FIRST_LEVEL_RATIO = 0.04;

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

/** Plays, reads and stores one run. @returns the id of the stored run, or what is wrong */
export const playJob = async (job: BenchJob, context: JobContext): Promise<string | Finding> => {
  const load = context.loads.find(({ id }) => id === job.loadId);
  if (!load)
    return {
      code: "bad-load",
      where: "Load",
      advice: "the load of this run is no longer there; choose another.",
    };
  // A job may come from the store, where it lay since a run was broken off.
  const rig = checkRig(job.rig);
  if (!rig.ok) return rig.finding;
  return job.kind === "power-sweep"
    ? playSweep({ ...job, rig: rig.value }, load, context)
    : playMeasured({ ...job, rig: rig.value }, load, context);
};

type CheckedJob = BenchJob & { rig: Rig };

const conditionsOf = (job: CheckedJob, load: Load, fullScaleVolts: number) =>
  runConditions({
    load,
    channelCount: job.kind === "bridged" ? 1 : job.channelsDriven,
    firstChannel: 0,
    channelsDriven: job.channelsDriven,
    fullScaleVolts,
    mainsHz: job.rig.mains.frequencyHz,
    voltsAccuracyRatio: SIMULATED_ACCURACY_RATIO,
    settings: job.settings as Record<string, number | string>,
    setting: job.setting,
    inputUsed: job.inputUsed,
    set: job.set,
  });

const playSweep = async (
  job: CheckedJob,
  load: Load,
  { amplifierId, guards, signal, onProgress }: JobContext,
): Promise<string | Finding> => {
  const lastVoltsPeak = Math.SQRT2 * (job.lastVoltsRms ?? job.rig.source.mostVoltsRms);
  const stimulus = {
    kind: "level-sweep",
    ...SWEEP,
    firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak,
    lastVoltsPeak,
  } as const;
  const request = {
    rig: job.rig,
    loadOhms: load.channels.map(({ ohms }) => ohms),
    channelsDriven: job.channelsDriven,
    stimulus,
    sampleRateHz: RATE_HZ,
    seed: job.seed,
    limits: guardLimits(guards, load),
  };
  const recording = startJob((worker) =>
    worker.recordSweep(
      request,
      callback(
        (playing) =>
          !signal.aborted &&
          onProgress({
            stage: "Playing the sweep",
            doneRatio: playing.doneRatio,
            playing: {
              ...playing,
              label: `level ${Math.min(SWEEP.stepCount, 1 + Math.floor(playing.doneRatio * SWEEP.stepCount))} of ${SWEEP.stepCount}`,
              shotNumber: 1,
            },
          }),
      ),
    ),
  );
  signal.addEventListener("abort", recording.cancel);
  const { capture, trip } = await recording.finished;
  const conditions = conditionsOf(job, load, capture.fullScaleVolts);
  const bytes = new Blob([capture.wav]);
  const analysis = startJob((worker) =>
    worker.analyseSweep(
      handedOver({ wav: capture.wav, fullScaleVolts: capture.fullScaleVolts, conditions }),
      callback((progress) => !signal.aborted && onProgress({ ...progress, playing: null })),
    ),
  );
  signal.addEventListener("abort", analysis.cancel);
  const outcome = await analysis.finished;
  if (!outcome.ok)
    return trip
      ? {
          code: "guard-tripped",
          where: "Guard",
          advice: `${trip.text} The sweep ended too soon for a reading.`,
        }
      : outcome.finding;
  onProgress({ stage: "Storing recording and result", doneRatio: 1, playing: null });
  const result = trip
    ? {
        ...outcome.value,
        channels: outcome.value.channels.map((channel) => ({
          ...channel,
          stop: stoppedBy(channel.stop, trip),
        })),
      }
    : outcome.value;
  return uploadRun(
    amplifierId,
    { ...capture, bytes },
    {
      id: job.id,
      kind: "power-sweep",
      source: "simulated-bench",
      sourceDetail: job.rig.name,
      conditions,
      result,
      analysisVersion: ANALYSIS_VERSION,
    },
    signal,
  );
};

const playMeasured = async (
  job: CheckedJob,
  load: Load,
  { amplifierId, loads, guards, signal, shots, onProgress, onShot }: JobContext,
): Promise<string | Finding> => {
  if (job.kind === "power-sweep") throw new RangeError("a power sweep is played otherwise");
  const { kind } = job;
  const second = loads.find(({ id }) => id === job.secondLoadId) ?? null;
  const channelsOf = (each: Load) => conditionsOf(job, each, 1).channels;
  const captures: RunCapture[] = [];
  const kept: KeptShot[] = [];
  for (const { sha256, ...shot } of shots) {
    const wav = await fetchCapture(sha256, signal);
    if (!wav) continue;
    kept.push({ ...shot, wav });
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
    await onShot({ ...facts, sha256: capture.sha256 });
  };
  const played = startJob((worker) =>
    worker.playRun(
      {
        kind,
        settings: job.settings,
        rig: job.rig,
        loads: channelsOf(load),
        secondLoads: second && channelsOf(second),
        ratedWatts: job.ratedWatts,
        seed: job.seed,
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
    ),
  );
  signal.addEventListener("abort", played.cancel);
  const outcome = await played.finished;
  if (!outcome.ok) return outcome.finding;
  onProgress({ stage: "Storing the result", doneRatio: 1, playing: null });
  return storeRun(
    amplifierId,
    {
      id: job.id,
      kind,
      source: "simulated-bench",
      sourceDetail: job.rig.name,
      conditions: conditionsOf(job, load, captures[0]?.fullScaleVolts ?? 1),
      result: { kind, channels: outcome.value },
      analysisVersion: ANALYSIS_VERSION,
      captures,
    },
    signal,
  );
};
