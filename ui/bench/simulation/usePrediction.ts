import { findingText, type Outcome } from "@/core/outcome";
import type { Prediction, PredictionRequest } from "@/pipeline/predictSweep";
import type { BenchWorker } from "@/workers/protocol";
import { useLatestAnswer } from "../../parts/useLatestAnswer";

export type PredictionState = {
  prediction: Prediction | null;
  message: string | null;
  isBehind: boolean;
};

/** A sweep predicted on the simulated bench, following its parameters. Where it cannot be made, the message says why. */
export const usePrediction = (request: PredictionRequest | null): PredictionState => {
  const { answer, isBehind, isBroken } = useLatestAnswer(request, predict);
  if (isBroken)
    return {
      prediction: null,
      message: "The prediction failed; the sweep can still be run.",
      isBehind,
    };
  return {
    prediction: answer?.ok ? answer.value : null,
    message: answer && !answer.ok ? findingText(answer.finding) : null,
    isBehind,
  };
};

const predict = (worker: BenchWorker, request: PredictionRequest): Promise<Outcome<Prediction>> =>
  worker.predictSweep(request);
