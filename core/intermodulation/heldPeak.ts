import { peakOf } from "../numeric";
/** Below this share of what two tones must reach together something holds them. Chosen here: half a decibel. */
const HELD_RATIO = 0.944;

/**
 * The height at which a sum of two tones is held, in volts: where its samples never come as high as their amplitudes together, by
 * more than falling between samples explains. Null where they do. The lower the rate, the less can be seen.
 * @param voltsPeaks amplitudes of both tones
 * @param highHz the higher of them
 * Closed form: the peak of two tones of different frequency is the sum of their amplitudes; half a sample from it a tone has fallen by
 * the cosine of pi times its frequency over the rate.
 */
export const heldPeak = (
  volts: Float64Array,
  voltsPeaks: readonly [number, number],
  highHz: number,
  sampleRateHz: number,
): number | null => {
  const peak = peakOf(volts);
  const least = Math.cos(Math.min(Math.PI / 2, (Math.PI * highHz) / sampleRateHz));
  return peak < HELD_RATIO * least * (voltsPeaks[0] + voltsPeaks[1]) ? peak : null;
};
