import { failure, type Outcome } from "@/core/outcome";
import { analysePowerSweep, type PowerSweepResult } from "@/core/sweep";
import { decodeChannel, overloadedSampleCount, readWavLayout } from "@/core/wav";
import type { AnalysisRequest, WorkProgress } from "./protocol";

/** Share of the time that decoding takes. */
const DECODING_RATIO = 0.2;

/** From the bytes of a recording to the result of its power sweep; the same for every source of captures. */
export const analyseSweep = ({ wav, fullScaleVolts, conditions }: AnalysisRequest, onProgress: (progress: WorkProgress) => void): Outcome<PowerSweepResult> => {
  const layout = readWavLayout(wav);
  if (!layout.ok) return layout;
  if (!(fullScaleVolts > 0)) return failure("bad-full-scale", "Full scale", "give the volts that a full-scale sample stands for, above zero.");
  if (conditions.channels.some(({ loadOhms }) => !(loadOhms > 0))) return failure("bad-load", "Loads", "every load must be above zero ohms.");
  const { channelCount, sampleRateHz } = layout.value;
  const channels: Float64Array[] = [];
  for (let index = 0; index < channelCount; index++) {
    onProgress({ doneRatio: (DECODING_RATIO * index) / channelCount, stage: "Reading the samples" });
    channels.push(decodeChannel(wav, layout.value, index, fullScaleVolts));
    const overloaded = overloadedSampleCount(channels[index], fullScaleVolts);
    if (overloaded > 0)
      return failure("capture-clipped", `Channel ${index + 1} of the recording`, `${overloaded} samples stand at full scale: the recorder was overdriven, so nothing in it can be trusted. Use a larger divider or range and record again.`);
  }
  return analysePowerSweep(channels, sampleRateHz, conditions, (done) => onProgress({ doneRatio: DECODING_RATIO + (1 - DECODING_RATIO) * done, stage: "Reading each level" }));
};
