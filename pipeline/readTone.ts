import { analyseTone } from "@/core/distortion/reading";
import { success, type Outcome } from "@/core/outcome";
import { decodeCapture } from "./decode";

/** A steady tone as it was recorded; its level is over full scale. */
export type RecordedTone = {
  frequencyHz: number;
  levelRatio: number;
  thdRatio: number;
  thdPlusNoiseRatio: number;
};

/** The tone in the first channel of a recording, its level over full scale: for calibration, and for a rig's own distortion. */
export const readTone = (wav: Uint8Array): Outcome<RecordedTone> => {
  const decoded = decodeCapture(wav, 1);
  if (!decoded.ok) return decoded;
  const reading = analyseTone(
    decoded.value.channels[0] ?? new Float64Array(),
    decoded.value.sampleRateHz,
  );
  if (!reading.ok) return reading;
  const { fundamentalHz, fundamentalVoltsRms, thdRatio, thdPlusNoiseRatio } = reading.value;
  return success({
    frequencyHz: fundamentalHz,
    levelRatio: fundamentalVoltsRms * Math.SQRT2,
    thdRatio,
    thdPlusNoiseRatio,
  });
};
