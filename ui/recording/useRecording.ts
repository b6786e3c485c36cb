"use client";
import { useEffect, useRef, useState } from "react";
import type { RunCapture } from "@/records";
import { keepWorker } from "@/workers/benchClient";
import type { BenchWorker } from "@/workers/protocol";
import type { OpenedRecording } from "@/pipeline/recordingViews";

export type RecordingState =
  | { status: "opening" }
  | ({ status: "open"; worker: BenchWorker } & OpenedRecording)
  | { status: "failed"; message: string };

/** Fetches a capture and opens it in a worker of its own, which ends with the screen. */
export const useRecording = (capture: RunCapture | null): RecordingState => {
  const [state, setState] = useState<{ sha256: string; value: RecordingState } | null>(null);
  const kept = useRef<ReturnType<typeof keepWorker> | null>(null);
  useEffect(
    () => () => {
      kept.current?.end();
      kept.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!capture) return;
    const control = new AbortController();
    const tell = (value: RecordingState) =>
      !control.signal.aborted && setState({ sha256: capture.sha256, value });
    const open = async () => {
      const response = await fetch(`/api/captures/${capture.sha256}`, { signal: control.signal });
      if (!response.ok)
        return tell({
          status: "failed",
          message: "The recording no longer exists; its readings do.",
        });
      const wav = await response.blob();
      kept.current ??= keepWorker();
      const { worker } = kept.current;
      const outcome = await worker.openRecording(wav, capture.fullScaleVolts);
      tell(
        outcome.ok
          ? { status: "open", ...outcome.value, worker }
          : { status: "failed", message: `${outcome.finding.where}: ${outcome.finding.advice}` },
      );
    };
    open().catch(() =>
      tell({
        status: "failed",
        message: "The recording could not be loaded. Reload the page to try again.",
      }),
    );
    return () => control.abort();
  }, [capture]);
  return capture && state?.sha256 === capture.sha256 ? state.value : { status: "opening" };
};
