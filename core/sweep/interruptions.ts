import { toneEnvelope } from "./envelope";

/** Output that collapsed and, perhaps, came back. Times from the start of the capture. */
export type Interruption = {
  atSeconds: number;
  /** null while it has not come back by the end */ backAfterSeconds: number | null;
  levelBeforeVoltsPeak: number;
};

/** Level under this share of what it was is a collapse; it is back above the other. */
const COLLAPSED_RATIO = 0.1;
const BACK_RATIO = 0.5;
const CYCLES_BEFORE = 6;

/**
 * Trips of a protection in a recording of a steady or rising tone: when the output collapsed, and how long until it came
 * back by itself.
 * @param frequencyHz of the tone
 * Chosen here, because protections differ: a collapse to a small share, and what comes back.
 */
export const findInterruptions = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
): Interruption[] => {
  const { voltsPeak, firstSample, samplesACycle } = toneEnvelope(volts, sampleRateHz, frequencyHz);
  const secondsAt = (cycle: number) => (firstSample + cycle * samplesACycle) / sampleRateHz;
  const floor = voltsPeak.reduce((most, value) => Math.max(most, value), 0) * 1e-3;
  const found: Interruption[] = [];
  for (let k = CYCLES_BEFORE; k < voltsPeak.length; k++) {
    const before = voltsPeak[k - CYCLES_BEFORE];
    if (before < floor || voltsPeak[k] >= COLLAPSED_RATIO * before) continue;
    let back = k;
    while (back < voltsPeak.length && voltsPeak[back] < BACK_RATIO * before) back++;
    found.push({
      atSeconds: secondsAt(k - CYCLES_BEFORE / 2),
      backAfterSeconds:
        back < voltsPeak.length
          ? (back - k + CYCLES_BEFORE / 2) * (samplesACycle / sampleRateHz)
          : null,
      levelBeforeVoltsPeak: before,
    });
    k = back + CYCLES_BEFORE;
  }
  return found;
};
