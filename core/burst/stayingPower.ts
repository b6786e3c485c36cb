import { meanOf, solveSymmetric } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { formatSignificant } from "../units";

/** Power held for a time: one reading of "how long can it keep this up?". */
export type HeldPower = { seconds: number; powerWatts: number };

export type StayingPower = {
  /** What the supply can give for ever. */
  steadyWatts: number;
  /** Energy in the store above that, as delivered to the load. */
  storeJoules: number;
  /** The most the rails allow, however short. */
  peakWatts: number;
  /** Power that can be held for that long: min(peak, steady + store / t). */
  wattsFor(seconds: number): number;
  residualWattsRms: number;
  settled: boolean;
  iterationCount: number;
  summary: string;
};

/**
 * Fits a store and a steady supply to held powers: for a time t the load can have the steady power and the store's
 * energy spread over t, but never more than the rails allow. Readings at the rails are separated from those on the slope by
 * fitting in turn until the division no longer changes.
 * @param readings at least three, of different durations above zero
 * @see energy balance; the model is this program's own
 */
export const fitStayingPower = (readings: readonly HeldPower[]): Outcome<StayingPower> => {
  if (
    readings.length < 3 ||
    readings.some(({ seconds, powerWatts }) => !(seconds > 0) || !(powerWatts >= 0))
  )
    return failure(
      "too-short",
      "Readings",
      "staying power takes at least three durations above zero, with their powers.",
    );
  let peakWatts = Math.max(...readings.map(({ powerWatts }) => powerWatts));
  let onSlope = readings.filter(({ powerWatts }) => powerWatts < 0.97 * peakWatts);
  let line = fitLine(onSlope);
  let settled = false,
    iterationCount = 0;
  while (!settled && iterationCount < 20) {
    iterationCount++;
    const { steadyWatts, storeJoules } = line;
    const next = readings.filter(
      ({ seconds, powerWatts }) =>
        steadyWatts + storeJoules / seconds < peakWatts && powerWatts < 0.995 * peakWatts,
    );
    const atRails = readings.filter((reading) => !next.includes(reading));
    if (atRails.length > 0)
      peakWatts = atRails.reduce((sum, { powerWatts }) => sum + powerWatts, 0) / atRails.length;
    settled = next.length === onSlope.length && next.every((reading) => onSlope.includes(reading));
    onSlope = next;
    line = fitLine(onSlope.length >= 2 ? onSlope : readings.slice(-2));
  }
  const { steadyWatts, storeJoules } = line;
  const wattsFor = (seconds: number) => Math.min(peakWatts, steadyWatts + storeJoules / seconds);
  const residualWattsRms = Math.sqrt(
    readings.reduce(
      (sum, { seconds, powerWatts }) => sum + (powerWatts - wattsFor(seconds)) ** 2,
      0,
    ) / readings.length,
  );
  return success({
    steadyWatts,
    storeJoules,
    peakWatts,
    wattsFor,
    residualWattsRms,
    settled,
    iterationCount,
    summary: `${formatSignificant(peakWatts, 3)} W briefly, ${formatSignificant(steadyWatts, 3)} W continuously; the reservoir stores ${formatSignificant(storeJoules, 2)} J.`,
  });
};

/** Least squares of power = steady + store / t, with neither below zero. */
const fitLine = (readings: readonly HeldPower[]): { steadyWatts: number; storeJoules: number } => {
  if (readings.length === 0) return { steadyWatts: Number.POSITIVE_INFINITY, storeJoules: 0 };
  const a = new Float64Array(4),
    b = new Float64Array(2);
  for (const { seconds, powerWatts } of readings) {
    a[0] += 1;
    a[2] += 1 / seconds;
    a[3] += 1 / seconds ** 2;
    b[0] += powerWatts;
    b[1] += powerWatts / seconds;
  }
  const solution = solveSymmetric(a, b);
  const mean = b[0] / readings.length;
  if (!solution || solution[1] < 0) return { steadyWatts: mean, storeJoules: 0 };
  return solution[0] < 0
    ? { steadyWatts: 0, storeJoules: b[1] / a[3] }
    : { steadyWatts: solution[0], storeJoules: solution[1] };
};

/**
 * Powers held for ever longer stretches from the start of a held tone: the mean over the last tenth of each stretch.
 * @param powers one a cycle, from the moment the level was applied
 * Definition: mean power over the stretch (volts squared over ohms); the stretches are chosen here, because bursts are claimed for 20 ms to seconds.
 */
export const heldPowers = (
  powers: readonly number[],
  cycleSeconds: number,
  durationsSeconds: readonly number[],
): HeldPower[] =>
  durationsSeconds.flatMap((seconds) => {
    const end = Math.round(seconds / cycleSeconds);
    if (end < 1 || end > powers.length) return [];
    const from = Math.max(0, end - Math.max(1, Math.round(end / 10)));
    return [{ seconds, powerWatts: meanOf(powers.slice(from, end)) }];
  });

/**
 * Headroom of a burst over another power, as a power ratio.
 * Definition: dynamic headroom as a ratio of powers. @see IEC 60268-3; from memory
 */
export const headroomRatio = (burstWatts: number, otherWatts: number): number =>
  burstWatts / otherWatts;
