"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Finding } from "@/core/outcome";
import { ANALYSIS_VERSION, type Amplifier, type RunConditions } from "@/records";
import { callback, Cancelled, handedOver, startJob } from "@/workers/benchClient";
import type { WorkProgress } from "@/pipeline/analyseSweep";
import { useChain } from "../frame/chainState";
import { UploadFailed, uploadRun } from "./uploadRun";
import { useRunId } from "./useRunId";

export type Recording = { file: File; fullScaleVolts: number; conditions: RunConditions };

/** Where it stands: nothing running, running with progress, or failed with what to say and where it belongs. */
export type MakerState =
  | { status: "idle" }
  | ({ status: "running" } & WorkProgress)
  | { status: "failed"; message: string; code: Finding["code"] | null };

/**
 * Makes power sweeps from recordings: the same analysis as everywhere, off the main thread, then the upload.
 * Keeps the chain strip truthful meanwhile, and lets Mute end it at once.
 */
export const useRunMaker = (amplifier: Amplifier, onStored: (runId: string) => void) => {
  const [state, setState] = useState<MakerState>({ status: "idle" });
  const { setChain, rest } = useChain();
  const runId = useRunId();
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
          runId.stored();
          onStored(outcome);
        } else
          setState({
            status: "failed",
            message: `${outcome.where}: ${outcome.advice}`,
            code: outcome.code,
          });
      } catch (error) {
        if (control.signal.aborted || error instanceof Cancelled) setState({ status: "idle" });
        else
          setState({
            status: "failed",
            message:
              error instanceof UploadFailed
                ? error.message
                : "This did not work. Nothing was stored and what you entered is still here; try again.",
            code: null,
          });
      } finally {
        rest();
      }
    },
    [onStored, rest, runId, setChain],
  );

  const analyseAndStore = useCallback(
    async (
      capture: { bytes: Blob; fileName: string; fullScaleVolts: number },
      conditions: RunConditions,
      signal: AbortSignal,
    ): Promise<string | Finding> => {
      const wav = new Uint8Array(await capture.bytes.arrayBuffer());
      const job = startJob((worker) =>
        worker.analyseSweep(
          handedOver({ wav, fullScaleVolts: capture.fullScaleVolts, conditions }),
          callback((progress) => {
            // Messages of a worker that was ended may still be under way.
            if (signal.aborted) return;
            setState({ status: "running", ...progress });
            setChain({
              reading: {
                note: progress.stage,
                value: `${Math.round(100 * progress.doneRatio)} %`,
                isLive: false,
              },
            });
          }),
        ),
      );
      signal.addEventListener("abort", job.cancel);
      const outcome = await job.finished;
      if (!outcome.ok) return outcome.finding;
      setState({ status: "running", doneRatio: 1, stage: "Storing recording and result" });
      return uploadRun(
        amplifier.id,
        capture,
        {
          id: runId.current(),
          kind: "power-sweep",
          source: "recording",
          sourceDetail: capture.fileName,
          conditions,
          result: outcome.value,
          analysisVersion: ANALYSIS_VERSION,
        },
        signal,
      );
    },
    [amplifier.id, runId, setChain],
  );

  const fromRecording = useCallback(
    ({ file, fullScaleVolts, conditions }: Recording) =>
      perform((signal) => {
        setChain({
          source: { note: "Source", value: "recording" },
          probe: { note: `Probe, full scale ${fullScaleVolts} V`, value: file.name },
        });
        return analyseAndStore(
          { bytes: file, fileName: file.name, fullScaleVolts },
          conditions,
          signal,
        );
      }),
    [analyseAndStore, perform, setChain],
  );

  return {
    state,
    fromRecording,
    cancel: () => stop.current(),
    clear: () => setState({ status: "idle" }),
  };
};
