import { rootMeanSquare } from "@/core/numeric";
import { switchOn } from "./record";
import { withFaults } from "./rig/faults";
import type { SimulatedRig } from "./rig/rig";

/** That of the live bench. */
const RATE_HZ = 192_000;
/** @see IEC 60268-3 (reference frequency); from memory */
const FREQUENCY_HZ = 1000;
/** Long enough for reservoirs to begin to sag, short enough to be felt as at once. */
const TRY_SECONDS = 0.03;
/** Output this far short of the small-signal gain is past the limit. */
const COMPRESSED_RATIO = 0.9;
const LOWEST_SHARE = 1 / 100;
const HALVINGS = 5;

/**
 * Source volts RMS at which the first channel is about 1 dB past its limit, or the source's own limit where that comes
 * first: how far to raise the drive in a sweep. Tries short tones from low to high, then halves the interval.
 */
export const driveToLimit = (rig: SimulatedRig, drives: readonly boolean[], seed = 1): number => {
  const most = withFaults(rig).source.mostVoltsRms;
  const gainAt = (voltsRms: number): number => {
    const source = Float64Array.from(
      { length: TRY_SECONDS * RATE_HZ },
      (_, n) => Math.SQRT2 * voltsRms * Math.sin((2 * Math.PI * FREQUENCY_HZ * n) / RATE_HZ),
    );
    const [volts] = switchOn(rig, { drives, sampleRateHz: RATE_HZ }, seed).play(source);
    const end = volts.subarray(Math.round(0.5 * volts.length));
    return rootMeanSquare(end) / voltsRms;
  };
  let low = most * LOWEST_SHARE;
  const smallSignal = gainAt(low);
  let high = low;
  while (high < most && gainAt(high) > COMPRESSED_RATIO * smallSignal) {
    low = high;
    high = Math.min(most, 2 * high);
  }
  if (gainAt(high) > COMPRESSED_RATIO * smallSignal) return most;
  for (let k = 0; k < HALVINGS; k++) {
    const middle = Math.sqrt(low * high);
    if (gainAt(middle) > COMPRESSED_RATIO * smallSignal) low = middle;
    else high = middle;
  }
  return high;
};
