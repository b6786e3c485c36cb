"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Capture } from "@/bench/contract";
import { onLoads } from "@/bench/simulated";
import type { Finding } from "@/core/outcome";
import { formatSignificant } from "@/core/units";
import { ANALYSIS_VERSION, runConditions, type Amplifier, type Load, type RunConditions } from "@/records";
import { callback, Cancelled, handedOver, startJob } from "@/workers/benchClient";
import type { WorkProgress } from "@/workers/protocol";
import { useChain } from "../frame/chainState";
import type { Simulation } from "./simulation/SimulatedBench";
import { UploadFailed, uploadRun } from "./uploadRun";

export type Recording = { file: File; fullScaleVolts: number; conditions: RunConditions };

/** Where it stands: nothing running, running with progress, or failed with what to say and where it belongs. */
export type MakerState = { status: "idle" } | ({ status: "running" } & WorkProgress) | { status: "failed"; message: string; code: Finding["code"] | null };

/** Level of the simulated source at the first step, under its last. */
const FIRST_LEVEL_RATIO = 0.04;
const SIMULATED_SWEEP = { frequencyHz: 1000, stepCount: 40, stepSeconds: 0.25 };
const SIMULATED_RATE_HZ = 192_000;
/** The simulated converter and voltmeter are taken to be within 0.5 %. */
const SIMULATED_ACCURACY_RATIO = 0.005;

/**
 * Makes runs from recordings or on the simulated bench: the same analysis, off the main thread, then the upload.
 * Keeps the chain strip truthful meanwhile, and lets Mute end it at once.
 */
export const useRunMaker = (amplifier: Amplifier, onStored: (runId: string) => void) => {
  const [state, setState] = useState<MakerState>({ status: "idle" });
  const { setChain, rest } = useChain();
  const stop = useRef<() => void>(() => {});
  useEffect(() => () => stop.current(), []);

  const perform = useCallback(
    async (work: (signal: AbortSignal) => Promise<string | Finding>) => {
      const control = new AbortController();
      stop.current = () => control.abort();
      setChain({ mute: () => control.abort() });
      setState({ status: "running", doneRatio: 0, stage: "Starting" });
      try {
        const outcome = await work(control.signal);
        if (typeof outcome === "string") {
          setState({ status: "idle" });
          onStored(outcome);
        } else setState({ status: "failed", message: `${outcome.where}: ${outcome.advice}`, code: outcome.code });
      } catch (error) {
        if (control.signal.aborted || error instanceof Cancelled) setState({ status: "idle" });
        else setState({ status: "failed", message: error instanceof UploadFailed ? error.message : "This did not work. Nothing was stored and what you entered is still here; try again.", code: null });
      } finally {
        rest();
      }
    },
    [onStored, rest, setChain],
  );

  const analyseAndStore = useCallback(
    async (capture: { bytes: Blob; fileName: string; fullScaleVolts: number }, conditions: RunConditions, source: "recording" | "simulated-bench", sourceDetail: string, signal: AbortSignal): Promise<string | Finding> => {
      const wav = new Uint8Array(await capture.bytes.arrayBuffer());
      const job = startJob((worker) =>
        worker.analyseSweep(
          handedOver({ wav, fullScaleVolts: capture.fullScaleVolts, conditions }),
          callback((progress) => {
            // Messages of a worker that was ended may still be under way.
            if (signal.aborted) return;
            setState({ status: "running", ...progress });
            setChain({ reading: { note: progress.stage, value: `${Math.round(100 * progress.doneRatio)} %`, isLive: false } });
          }),
        ),
      );
      signal.addEventListener("abort", job.cancel);
      const outcome = await job.finished;
      if (!outcome.ok) return outcome.finding;
      setState({ status: "running", doneRatio: 1, stage: "Storing recording and result" });
      return uploadRun(amplifier.id, capture, { kind: "power-sweep", source, sourceDetail, conditions, result: outcome.value, analysisVersion: ANALYSIS_VERSION }, signal);
    },
    [amplifier.id, setChain],
  );

  const fromRecording = useCallback(
    ({ file, fullScaleVolts, conditions }: Recording) =>
      perform((signal) => {
        setChain({ source: { note: "Source", value: "recording" }, probe: { note: `Probe, full scale ${fullScaleVolts} V`, value: file.name } });
        return analyseAndStore({ bytes: file, fileName: file.name, fullScaleVolts }, conditions, "recording", file.name, signal);
      }),
    [analyseAndStore, perform, setChain],
  );

  const onSimulatedBench = useCallback(
    (simulation: Simulation) =>
      perform(async (signal) => {
        const { rig, load, channelsDriven } = simulation;
        const capture = await simulate(simulation, signal, (progress) => {
          if (signal.aborted) return;
          setState({ status: "running", doneRatio: progress.doneRatio, stage: "Playing the sweep" });
          setChain(liveChain(load, progress));
        });
        const conditions = runConditions({ load, channelCount: channelsDriven, firstChannel: 0, channelsDriven, fullScaleVolts: capture.fullScaleVolts, mainsHz: rig.mains.frequencyHz, voltsAccuracyRatio: SIMULATED_ACCURACY_RATIO });
        setChain({ source: { note: "Source", value: "simulated, ended" }, amplifier: { note: "Amplifier", value: "at rest" }, load: { note: "Load", value: "0 W" } });
        return analyseAndStore({ ...capture, bytes: new Blob([capture.wav]) }, conditions, "simulated-bench", rig.name, signal);
      }),
    [analyseAndStore, perform, setChain],
  );

  return { state, fromRecording, onSimulatedBench, cancel: () => stop.current(), clear: () => setState({ status: "idle" }) };
};

type LiveProgress = { doneRatio: number; driveVoltsRms: number; loadWatts: readonly number[] };

const simulate = async ({ rig, load, channelsDriven, lastVoltsRms }: Simulation, signal: AbortSignal, onProgress: (progress: LiveProgress) => void): Promise<Capture> => {
  const lastVoltsPeak = lastVoltsRms * Math.SQRT2;
  const request = {
    stimulus: { kind: "level-sweep", ...SIMULATED_SWEEP, firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak, lastVoltsPeak },
    sampleRateHz: SIMULATED_RATE_HZ,
    drives: load.channels.slice(0, channelsDriven).map(() => true),
  } as const;
  const loaded = onLoads(rig, load.channels.map(({ ohms }) => ohms));
  const job = startJob((worker) => worker.recordSimulated(loaded, request, 1, callback(onProgress)));
  signal.addEventListener("abort", job.cancel);
  return (await job.finished).capture;
};

const liveChain = (load: Load, { doneRatio, driveVoltsRms, loadWatts }: LiveProgress) => ({
  source: { note: `Source ${formatSignificant(driveVoltsRms, 3)} V`, value: "1 kHz, simulated", isLive: true },
  amplifier: { note: "Amplifier, simulated", value: `${loadWatts.length === 1 ? "one channel" : `${loadWatts.length} channels`} driven`, isLive: true },
  load: { note: `Load ${formatSignificant(load.channels[0].ohms, 3)} Ω`, value: `${formatSignificant(Math.max(...loadWatts), 3)} W each`, isLive: true },
  probe: { note: "Probe, simulated", value: "24 bit, 192 kHz", isLive: true },
  reading: { note: `Reading, level ${Math.min(SIMULATED_SWEEP.stepCount, 1 + Math.floor(doneRatio * SIMULATED_SWEEP.stepCount))} of ${SIMULATED_SWEEP.stepCount}`, value: "recording", isLive: false },
});
