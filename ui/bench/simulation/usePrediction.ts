import { useEffect, useRef, useState } from "react";
import { findingText } from "@/core/outcome";
import { keepWorker } from "@/workers/benchClient";
import type { Prediction, PredictionRequest } from "@/workers/protocol";

export type PredictionState = { prediction: Prediction | null; message: string | null; isBehind: boolean };

/**
 * Predicts the sweep of whatever is asked last, off the main thread. While one prediction is under way further changes
 * wait, and only the last of them is taken up, so that the curve follows a dragged slider as fast as it can.
 */
export const usePrediction = (request: PredictionRequest | null): PredictionState => {
  const [state, setState] = useState<PredictionState>({ prediction: null, message: null, isBehind: true });
  const kept = useRef<ReturnType<typeof keepWorker> | null>(null);
  const wanted = useRef<PredictionRequest | null>(null);
  const isBusy = useRef(false);

  useEffect(
    () => () => {
      kept.current?.end();
      kept.current = null;
    },
    [],
  );

  useEffect(() => {
    wanted.current = request;
    if (!request || isBusy.current) return;
    kept.current ??= keepWorker();
    const { worker } = kept.current;
    isBusy.current = true;
    const work = async () => {
      while (wanted.current) {
        const asked: PredictionRequest = wanted.current;
        wanted.current = null;
        const outcome = await worker.predictSweep(asked);
        // What crosses an await may have been asked anew; the ref is read afresh.
        const isBehind = (wanted.current as PredictionRequest | null) !== null;
        setState((before) => (outcome.ok ? { prediction: outcome.value, message: null, isBehind } : { ...before, message: findingText(outcome.finding), isBehind }));
      }
      isBusy.current = false;
    };
    work().catch(() => {
      isBusy.current = false;
      setState((before) => ({ ...before, message: "The prediction could not be made; the sweep itself may still be run.", isBehind: false }));
    });
  }, [request]);

  return state;
};
