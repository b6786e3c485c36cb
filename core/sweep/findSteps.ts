import { meanOf, medianOf } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { findTone, powerSpectrum } from "../spectrum";
import { toneEnvelope } from "./envelope";

/** One held level of a sweep, in samples of the capture. */
export type SweepStep = { firstSample: number; sampleCount: number };

export type FoundSteps = { frequencyHz: number; steps: SweepStep[] };

/** Levels are compared over this many cycles on each side of a possible change: at 1 kHz, a whole period of supply ripple. */
const REACH_CYCLES = 10;
/** The edge itself is looked for this many cycles around: medians may place it half their reach off. */
const EDGE_REACH_CYCLES = 6;
/** A change of level that is surely a step: 0.25 dB, in natural logarithm of the amplitude. */
const CLEAR_CHANGE = 0.029;
/** A step edge may be seen this many cycles off. */
const EDGE_CYCLES = 1.6;
/** Near clipping, supply ripple may hide or shift an edge or two. */
const LEAST_SHARE_ON_GRID = 0.75;
const FEWEST_CYCLES_A_STEP = 12;
/** Levels this far below the highest are pauses: 80 dB. */
const PAUSE_RATIO = 1e-4;
const LONGEST_SPECTRUM = 2 ** 17;

/**
 * Finds the held levels of a stepped level sweep from the recording alone. Clear changes of level are looked for
 * first. Steps near the top of a sweep are small and hidden in compression and ripple, so when the clear changes
 * fit a common step length (nearly all sweeps hold every level equally long), that length divides the rest.
 * @param volts one channel; the tone's frequency must stay the same
 * @returns two steps or more in order of time, or a finding
 * Chosen here, because a recording does not say when its level was changed.
 */
export const findSteps = (volts: Float64Array, sampleRateHz: number): Outcome<FoundSteps> => {
  const frequencyHz = frequencyOf(volts, sampleRateHz);
  if (frequencyHz === null)
    return failure(
      "no-signal",
      "Capture",
      "no tone was found. Check that the source plays and the probe is connected.",
    );
  const { voltsPeak, firstSample, samplesACycle } = toneEnvelope(volts, sampleRateHz, frequencyHz);
  const changes = clearChanges(voltsPeak);
  const endCycle = voltsPeak.length + 1;
  const highest = voltsPeak.reduce((most, value) => Math.max(most, value), 0);
  // With pauses between the levels every change is clear, and no two neighbours have a common length. A single pause is
  // an output that was cut off for a moment.
  const pauses = countPauses(
    voltsPeak.subarray(Math.ceil(changes[0] ?? 0), Math.floor(changes[changes.length - 1] ?? 0)),
    PAUSE_RATIO * highest,
  );
  const hasPauses = pauses > 1 && 2 * pauses >= 0.8 * (changes.length - 1);
  const gridEdges = hasPauses ? null : commonGrid(changes, endCycle);
  const edges = gridEdges ?? [-1, ...changes, endCycle];
  const usual = gridEdges ? gridEdges[1] - gridEdges[0] : 0;

  const cells: (SweepStep & { isPause: boolean })[] = [];
  for (let k = 0; k + 1 < edges.length; k++) {
    const from = Math.max(0, Math.round(firstSample + edges[k] * samplesACycle));
    const to = Math.min(volts.length, Math.round(firstSample + edges[k + 1] * samplesACycle));
    const cycles = (to - from) / samplesACycle;
    const middle =
      voltsPeak[
        Math.min(voltsPeak.length - 1, Math.max(0, Math.round((edges[k] + edges[k + 1]) / 2)))
      ];
    if (cycles >= Math.max(FEWEST_CYCLES_A_STEP, 0.6 * usual))
      cells.push({
        firstSample: from,
        sampleCount: to - from,
        isPause: middle <= PAUSE_RATIO * highest,
      });
  }
  // On a common grid a silent cell between others is a level whose output was cut off; elsewhere it is a pause.
  const sounding = cells.map(({ isPause }, k) => (isPause ? -1 : k)).filter((k) => k >= 0);
  // So is the one after the last, when it began with the tone and lost it: the sweep's own end falls on the grid.
  const after = cells[sounding[sounding.length - 1] + 1];
  if (
    gridEdges !== null &&
    after &&
    isCutOff(voltsPeak, Math.round((after.firstSample - firstSample) / samplesACycle))
  )
    sounding.push(sounding[sounding.length - 1] + 1);
  const steps = cells
    .filter(
      ({ isPause }, k) =>
        !isPause || (gridEdges !== null && k > sounding[0] && k <= sounding[sounding.length - 1]),
    )
    .map(({ firstSample, sampleCount }): SweepStep => ({ firstSample, sampleCount }));
  if (steps.length < 2)
    return failure(
      "no-steps",
      "Capture",
      "no level steps were found. A power sweep needs a tone raised in steps, each held for at least twelve cycles.",
    );
  return success({ frequencyHz, steps });
};

/** Does the level, well past the edge of a cell, still stand near that before the edge? */
const isCutOff = (voltsPeak: Float64Array, edge: number): boolean =>
  voltsPeak[edge + EDGE_REACH_CYCLES] > 0.5 * voltsPeak[edge - EDGE_REACH_CYCLES];

/** Stretches below a level. */
const countPauses = (voltsPeak: Float64Array, level: number): number => {
  let count = 0;
  for (let k = 0; k < voltsPeak.length; k++)
    if (voltsPeak[k] < level && (k === 0 || voltsPeak[k - 1] >= level)) count++;
  return count;
};

/** Frequency of the tone, from the loudest stretch of the capture. */
const frequencyOf = (volts: Float64Array, sampleRateHz: number): number | null => {
  const span = Math.min(volts.length, LONGEST_SPECTRUM);
  if (span < 64) return null;
  let best = 0,
    bestSquares = -1;
  for (let first = 0; first + span <= volts.length; first += Math.max(1, Math.floor(span / 2))) {
    let squares = 0;
    for (let n = first; n < first + span; n += 7) squares += volts[n] ** 2;
    if (squares > bestSquares) [best, bestSquares] = [first, squares];
  }
  const window = span / sampleRateHz > 0.1 ? "blackmanHarris4" : "hann";
  return bestSquares > 0
    ? findTone(
        powerSpectrum(volts.subarray(best, best + span), sampleRateHz, window),
        10,
        0.45 * sampleRateHz,
      )
    : null;
};

/** Positions (in cycles, halves allowed) at which the level changes clearly: the steepest place of each change. */
const clearChanges = (voltsPeak: Float64Array): number[] => {
  const floor = voltsPeak.reduce((most, value) => Math.max(most, value), 0) * PAUSE_RATIO;
  const level = Array.from(voltsPeak, (value) => Math.log(Math.max(value, floor, 1e-12)));
  const found: number[] = [];
  let bestAt = -1,
    bestSize = 0;
  for (let k = REACH_CYCLES; k + REACH_CYCLES < level.length; k++) {
    const size = Math.abs(
      medianOf(level.slice(k + 1, k + 1 + REACH_CYCLES)) -
        medianOf(level.slice(k - REACH_CYCLES, k)),
    );
    if (size > CLEAR_CHANGE && size > bestSize) [bestAt, bestSize] = [k, size];
    const isOver =
      bestAt >= 0 &&
      (size < CLEAR_CHANGE || k - bestAt > REACH_CYCLES || k + REACH_CYCLES + 1 === level.length);
    if (isOver) {
      found.push(halfWay(level, bestAt));
      bestAt = -1;
      bestSize = 0;
    }
  }
  return found;
};

/** Where the level crosses the middle between before and after, between cycles. */
const halfWay = (level: readonly number[], near: number): number => {
  const before = medianOf(
    level.slice(Math.max(0, near - REACH_CYCLES), Math.max(1, near - REACH_CYCLES / 2)),
  );
  const after = medianOf(level.slice(near + 1 + REACH_CYCLES / 2, near + 1 + REACH_CYCLES));
  const middle = (before + after) / 2;
  for (
    let k = Math.max(0, near - EDGE_REACH_CYCLES);
    k < Math.min(level.length - 1, near + EDGE_REACH_CYCLES);
    k++
  ) {
    const [low, high] = [level[k], level[k + 1]];
    if ((low - middle) * (high - middle) <= 0 && low !== high)
      return k + (middle - low) / (high - low);
  }
  return near;
};

/**
 * Edges of equally long steps that explain most of the clear changes; the longest such step length wins.
 * Null when there is none (uneven steps), so that the changes themselves are the edges.
 */
const commonGrid = (changes: readonly number[], endCycle: number): number[] | null => {
  if (changes.length < 2) return null;
  const candidates = changes
    .slice(1)
    .map((change, k) => change - changes[k])
    .filter((length) => length >= FEWEST_CYCLES_A_STEP);
  let best: { origin: number; length: number } | null = null;
  for (const candidate of new Set(candidates.map((length) => Math.round(length * 4) / 4))) {
    const fit = fittedGrid(changes, candidate);
    if (fit && (!best || fit.length > best.length)) best = fit;
  }
  if (!best) return null;
  const { origin, length } = best;
  const edges: number[] = [];
  for (
    let k = Math.ceil((-1 - EDGE_CYCLES - origin) / length);
    origin + k * length <= endCycle + EDGE_CYCLES;
    k++
  )
    edges.push(origin + k * length);
  if (edges[0] > 0.6 * length) edges.unshift(-1);
  if (endCycle - edges[edges.length - 1] > 0.6 * length) edges.push(endCycle);
  return edges;
};

/** Least-squares origin and length of a grid through the changes, or null when too many lie off it. */
const fittedGrid = (
  changes: readonly number[],
  candidate: number,
): { origin: number; length: number } | null => {
  let best: { origin: number; length: number } | null = null;
  let bestCount = 0;
  for (const anchor of changes) {
    const onGrid = changes
      .map((change) => ({ change, index: Math.round((change - anchor) / candidate) }))
      .filter(
        ({ change, index }) =>
          Math.abs(change - anchor - index * candidate) <= EDGE_CYCLES * (1 + Math.abs(index) / 20),
      );
    const indices = onGrid.map(({ index }) => index);
    if (onGrid.length <= bestCount || Math.max(...indices) === Math.min(...indices)) continue;
    const meanIndex = meanOf(indices);
    const meanChange = meanOf(onGrid.map(({ change }) => change));
    let moment = 0,
      spread = 0;
    for (const { change, index } of onGrid) {
      moment += (index - meanIndex) * (change - meanChange);
      spread += (index - meanIndex) ** 2;
    }
    const length = moment / spread;
    best = { origin: meanChange - meanIndex * length, length };
    bestCount = onGrid.length;
  }
  return best && bestCount >= LEAST_SHARE_ON_GRID * changes.length && bestCount >= 2 ? best : null;
};
