import { failure, type Outcome } from "@/core/outcome";
import { analysePowerSweep, type PowerSweepResult, type SweepConditions } from "@/core/sweep";
import { decodeCapture } from "./decode";

export type AnalysisRequest = {
  /** The whole WAV file. */
  wav: Uint8Array;
  fullScaleVolts: number;
  /** Which channels of the file, from 0, in the order of the loads; all of them when not said. */
  channels?: readonly number[];
  conditions: SweepConditions;
};

/** Where the work stands, in words for the screen. */
export type WorkProgress = { doneRatio: number; stage: string };

/** Share of the time that decoding takes. */
const DECODING_RATIO = 0.2;

/** From the bytes of a recording to the result of its power sweep; the same for every source of captures. */
export const analyseSweep = (
  { wav, fullScaleVolts, channels: chosen, conditions }: AnalysisRequest,
  onProgress: (progress: WorkProgress) => void,
): Outcome<PowerSweepResult> => {
  if (!(fullScaleVolts > 0))
    return failure(
      "bad-full-scale",
      "Full scale",
      "give the volts that a full-scale sample stands for, above zero.",
    );
  if (conditions.channels.some(({ loadOhms }) => !(loadOhms > 0)))
    return failure("bad-load", "Loads", "every load must be above zero ohms.");
  const decoded = decodeCapture(wav, fullScaleVolts, (done) =>
    onProgress({ doneRatio: DECODING_RATIO * done, stage: "Reading the samples" }),
  );
  if (!decoded.ok) return decoded;
  const { sampleRateHz } = decoded.value;
  if (chosen?.some((channel) => !decoded.value.channels[channel]))
    return failure(
      "channel-mismatch",
      "Channels",
      `the recording has ${decoded.value.channels.length} channels; choose among those.`,
    );
  const channels = chosen
    ? chosen.map((channel) => decoded.value.channels[channel])
    : decoded.value.channels;
  return analysePowerSweep(channels, sampleRateHz, conditions, (done) =>
    onProgress({
      doneRatio: DECODING_RATIO + (1 - DECODING_RATIO) * done,
      stage: "Reading each level",
    }),
  );
};
