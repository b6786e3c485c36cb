import { runConditions, type Load, type SweepRun } from "@/records";
import type { Prediction } from "@/pipeline/predictSweep";

/** The prediction in the shape of a run, so that it is summed up by the same code. Volts are exact here. */
export const predictionRun = (
  { result }: Prediction,
  load: Load,
  channelsDriven: number,
  mainsHz: number,
): Pick<SweepRun, "conditions" | "result"> => ({
  conditions: runConditions({
    load,
    channelCount: result.channels.length,
    firstChannel: 0,
    channelsDriven,
    fullScaleVolts: 1,
    mainsHz,
    voltsAccuracyRatio: 0,
  }),
  result,
});
