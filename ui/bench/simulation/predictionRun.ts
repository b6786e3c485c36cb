import { runConditions, type Load, type Run } from "@/records";
import type { Prediction } from "@/pipeline/predictSweep";

/** The prediction in the shape of a run, so that it is read and drawn by the same code. Volts are exact here. */
export const predictionRun = (
  { channels }: Prediction,
  load: Load,
  channelsDriven: number,
  mainsHz: number,
): Pick<Run, "kind" | "conditions" | "result"> => ({
  kind: "power-sweep",
  conditions: runConditions({
    load,
    places: channels.map((_, k) => k),
    channelsDriven,
    fullScaleVolts: 1,
    mainsHz,
    voltsAccuracyRatio: 0,
  }),
  result: { kind: "power-sweep", channels },
});
