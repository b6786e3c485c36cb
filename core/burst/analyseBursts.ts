import { fitFlanks, FLATTENING_CRITERION_RATIO } from "../distortion/reading";
import { fitHarmonics, fitSine, fitSineAt } from "../fit";
import { nthSmallest, peakOf, rootMeanSquare } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { powerStdUncertaintyRatio, type ChannelConditions } from "../power";
import { findTone, powerSpectrum } from "../spectrum";
import { formatHertz, formatSignificant, requirePositive } from "../units";
import { cycleMeanSquare } from "./cycleMeanSquare";
import type { Burst, BurstCycle, BurstReading } from "./types";

/** A burst stands this much above what lies between: 10 dB of the usual 20. */
const LEAST_STEP_RATIO = 3;
const FEWEST_CYCLES = 2;
/** Common practice allows a burst's cycle a little more than a steady tone: half a percent of the tip. */
const FLATTENED_RATIO = Math.max(0.005, FLATTENING_CRITERION_RATIO);
/** Share of the lower tip below which a cycle's samples are taken for its flanks. */
const FLANK_SHARE = 0.75;
const CYCLE_SAMPLES_FOR_FIT = 24;

/**
 * Reads tone bursts: where they are, volts and watts of every cycle, which cycles have flat tops, and the power that is
 * held to the end.
 * @param volts at the load; bursts of two cycles or more that stand at least 10 dB above what lies between
 * @see CTA-2006 and IHF-A-202 (the burst and its power), from memory
 */
export const analyseBursts = (
  volts: Float64Array,
  sampleRateHz: number,
  conditions: ChannelConditions,
): Outcome<BurstReading> => {
  requirePositive("loadOhms", conditions.loadOhms);
  const roughHz = volts.length >= 256 ? toneOf(volts, sampleRateHz) : null;
  if (roughHz === null)
    return failure(
      "no-signal",
      "Capture",
      "no tone was found. Check that the source plays and the probe is connected.",
    );
  const roughSpans = findSpans(volts, sampleRateHz / roughHz);
  const frequencyHz = refinedFrequency(volts, sampleRateHz, roughHz, roughSpans);
  const samplesACycle = sampleRateHz / frequencyHz;
  const spans = findSpans(volts, samplesACycle);
  if (spans.length === 0)
    return failure(
      "no-steps",
      "Capture",
      "no bursts were found. A burst must be at least 10 dB above the level in between for two cycles or more, and start and end within the recording.",
    );

  const low = between(volts, spans, samplesACycle);
  const lowVoltsRms = low.voltsRms;
  const bursts = spans.map((span) =>
    readBurst(
      volts,
      { sampleRateHz, samplesACycle, offsetVolts: low.offsetVolts },
      span,
      conditions.loadOhms,
    ),
  );
  const weakest = bursts.reduce((least, burst) =>
    lastPower(burst) < lastPower(least) ? burst : least,
  );
  const held = bursts.every(({ flattenedCycleCount }) => flattenedCycleCount === 0);
  const burstPowerWatts = held ? lastPower(weakest) : null;
  return success({
    frequencyHz,
    bursts,
    lowVoltsRms,
    stepRatio: lowVoltsRms > 0 ? bursts[0].voltsRms / lowVoltsRms : Number.POSITIVE_INFINITY,
    burstPowerWatts,
    burstPowerWattsStdUncertainty:
      burstPowerWatts === null ? null : burstPowerWatts * powerStdUncertaintyRatio(conditions),
    summary: summaryOf(weakest, frequencyHz, burstPowerWatts),
  });
};

const lastPower = ({ cycles }: Burst): number => cycles[cycles.length - 1].powerWatts;

const summaryOf = (burst: Burst, frequencyHz: number, burstPowerWatts: number | null): string => {
  const milliseconds = formatSignificant(1000 * burst.seconds, 3);
  if (burstPowerWatts !== null)
    return `${formatSignificant(burstPowerWatts, 3)} W held for ${milliseconds} ms at ${formatHertz(frequencyHz, 4)} without clipping.`;
  if (burst.flattenedCycleCount === burst.cycles.length)
    return `All ${burst.cycles.length} cycles of the ${milliseconds} ms burst clip, from ${formatSignificant(burst.cycles[0].powerWatts, 3)} W down to ${formatSignificant(lastPower(burst), 3)} W: lower the level.`;
  const from =
    burst.lastCleanCycle === null ? 1 : burst.cycles.findIndex(({ flattened }) => flattened) + 1;
  return `${burst.flattenedCycleCount} of ${burst.cycles.length} cycles clip, first cycle ${from}: the amplifier does not hold this level for ${milliseconds} ms.`;
};

const toneOf = (volts: Float64Array, sampleRateHz: number): number | null => {
  const length = Math.min(volts.length, 2 ** 19);
  return findTone(
    powerSpectrum(volts.subarray(0, length), sampleRateHz, "hann"),
    10,
    0.45 * sampleRateHz,
  );
};

/** Of a stretch that holds a tone a sine leaves less than this; of noise it leaves nearly all. */
const TONE_RESIDUAL_RATIO = 0.5;

/**
 * The low tone between the bursts is long and steady: a sine fit to its longest stretch gives the frequency closely. Where nothing
 * lies between, the longest burst has to do.
 */
const refinedFrequency = (
  volts: Float64Array,
  sampleRateHz: number,
  roughHz: number,
  spans: readonly Span[],
): number =>
  fittedFrequency(lowStretch(volts, sampleRateHz / roughHz, spans), sampleRateHz, roughHz) ??
  fittedFrequency(longestBurst(volts, sampleRateHz / roughHz, spans), sampleRateHz, roughHz) ??
  roughHz;

/** The longest stretch without a burst, clear of where the bursts before and after it begin and end. */
const lowStretch = (
  volts: Float64Array,
  samplesACycle: number,
  spans: readonly Span[],
): Float64Array => {
  const guard = Math.round(2 * samplesACycle);
  const edges = [
    ...spans.map(({ first, count }) => ({ from: first, to: first + count })),
    { from: volts.length, to: volts.length },
  ];
  let best = { from: 0, to: 0 };
  edges.forEach(({ from }, k) => {
    const stretch = {
      from: k === 0 ? 0 : edges[k - 1].to + guard,
      to: from - (k === edges.length - 1 ? 0 : guard),
    };
    if (stretch.to - stretch.from > best.to - best.from) best = stretch;
  });
  return volts.subarray(best.from, Math.min(best.to, best.from + LONGEST_FIT_SAMPLES));
};

/** The longest burst without the half cycle at either end, where it begins and dies away. */
const longestBurst = (
  volts: Float64Array,
  samplesACycle: number,
  spans: readonly Span[],
): Float64Array => {
  const { first, count } = spans.reduce((most, span) => (span.count > most.count ? span : most), {
    first: 0,
    count: 0,
  });
  const half = samplesACycle / 2;
  return volts.subarray(Math.round(first + half), Math.round(first + Math.max(half, count - half)));
};

/** The frequency of a stretch that holds a tone near the rough one; null where it holds none, or is too short. */
const fittedFrequency = (
  part: Float64Array,
  sampleRateHz: number,
  roughHz: number,
): number | null => {
  if (part.length * roughHz < 3 * sampleRateHz) return null;
  const start =
    findTone(powerSpectrum(part, sampleRateHz, "hann"), 0.8 * roughHz, 1.2 * roughHz) ?? roughHz;
  const { frequencyHz, voltsPeak, residualVoltsRms, settled } = fitSine(part, sampleRateHz, start);
  const isTone = residualVoltsRms < TONE_RESIDUAL_RATIO * (voltsPeak / Math.SQRT2);
  return settled && isTone && Math.abs(frequencyHz / roughHz - 1) < 0.1 ? frequencyHz : null;
};

/** Of a long burst so much tells its frequency as well as all of it. */
const LONGEST_FIT_SAMPLES = 2 ** 17;

/** In samples, and parts of one: a cycle seldom takes a whole number of them. */
type Span = { first: number; count: number };

/** Mean square over the cycle that ends at each sample. */
const slidingLevel = (volts: Float64Array, window: number): Float64Array => {
  const level = new Float64Array(volts.length);
  let sum = 0;
  for (let n = 0; n < volts.length; n++) {
    const entering = volts[n],
      leaving = n >= window ? volts[n - window] : 0;
    sum += entering * entering - leaving * leaving;
    level[n] = sum > 0 ? sum / window : 0;
  }
  return level;
};

/** Stretches of high level: mean square over a sliding cycle against its greatest. */
const findSpans = (volts: Float64Array, samplesACycle: number): Span[] => {
  const window = Math.max(2, Math.round(samplesACycle));
  const level = slidingLevel(volts, window);
  const highest = peakOf(level);
  const low = nthSmallest(level, Math.floor(0.4 * level.length));
  if (!(highest > LEAST_STEP_RATIO ** 2 * low)) return [];
  // Half of the step in power: the window is half filled there, so the edge lies half a window earlier.
  const threshold = (highest + low) / 2;
  const spans: Span[] = [];
  let from: number | null = null;
  for (let n = 0; n <= volts.length; n++) {
    const isHigh = n < volts.length && level[n] > threshold;
    if (isHigh && from === null) from = n;
    if (!isHigh && from !== null) {
      const cycles = Math.round((n - from) / samplesACycle);
      // What has begun before the recording, or goes on after it, is no whole burst.
      const isWhole = from > window && n < volts.length;
      if (isWhole && cycles >= FEWEST_CYCLES) {
        const first = startNear(volts, from - window / 2, samplesACycle, Math.sqrt(2 * highest));
        spans.push({
          first,
          count: wholeCycles(volts, first, cycles, samplesACycle) * samplesACycle,
        });
      }
      from = null;
    }
  }
  return spans.filter(({ first, count }) => first >= 0 && first + count <= volts.length);
};

/** Of its last quarter cycle less than this part of the one before is left where a burst breaks off within a cycle. */
const BROKEN_RATIO = 0.2;

/** The cycles of a burst, without the last where that breaks off: its power would be that of a part. */
const wholeCycles = (
  volts: Float64Array,
  first: number,
  cycles: number,
  samplesACycle: number,
): number => {
  const endOf = (cycle: number): number =>
    rootMeanSquare(
      volts.subarray(
        Math.round(first + (cycle - 0.25) * samplesACycle),
        Math.round(first + cycle * samplesACycle),
      ),
    );
  const breaksOff = cycles > FEWEST_CYCLES && endOf(cycles) < BROKEN_RATIO * endOf(cycles - 1);
  return breaksOff ? cycles - 1 : cycles;
};

/** The burst leaves the low tone's course by these shares of its own height: two points that point back to its start. */
const LEAVING_RATIOS = [0.02, 0.05] as const;
const CYCLES_BEFORE = 8;

/**
 * Where a burst begins: the low tone before it is continued, and the straight line along which the burst leaves it is
 * followed back. The output's own zero crossing would not do: a coupling capacitor moves it by milliseconds at 50 Hz.
 */
const startNear = (
  volts: Float64Array,
  position: number,
  samplesACycle: number,
  highVoltsPeak: number,
): number => {
  const end = Math.floor(position - 0.75 * samplesACycle);
  const cycles = Math.min(CYCLES_BEFORE, Math.floor(end / samplesACycle));
  if (cycles < 1) return Math.max(0, position);
  const from = end - Math.round(cycles * samplesACycle);
  const omega = (2 * Math.PI) / samplesACycle;
  const low = fitSineAt(volts.subarray(from, end), 1, 1 / samplesACycle);
  const leaves: number[] = [];
  const heights: number[] = [];
  for (
    let n = end;
    n < Math.min(volts.length, position + samplesACycle) && leaves.length < LEAVING_RATIOS.length;
    n++
  ) {
    const away =
      volts[n] - low.offsetVolts - low.voltsPeak * Math.cos(omega * (n - from) + low.phaseRadians);
    if (Math.abs(away) <= LEAVING_RATIOS[leaves.length] * highVoltsPeak) continue;
    leaves.push(n);
    heights.push(away);
  }
  if (leaves.length < 2) return position;
  return leaves[1] > leaves[0]
    ? leaves[0] - (heights[0] * (leaves[1] - leaves[0])) / (heights[1] - heights[0])
    : leaves[0] - 1;
};

const readBurst = (
  volts: Float64Array,
  {
    sampleRateHz,
    samplesACycle,
    offsetVolts,
  }: { sampleRateHz: number; samplesACycle: number; offsetVolts: number },
  { first, count }: Span,
  loadOhms: number,
): Burst => {
  const cycleCount = Math.round(count / samplesACycle);
  const cycles = Array.from({ length: cycleCount }, (_, k) =>
    readCycle(
      volts.subarray(
        Math.round(first + k * samplesACycle),
        Math.round(first + (k + 1) * samplesACycle),
      ),
      cycleMeanSquare(volts, first + k * samplesACycle, samplesACycle, offsetVolts),
      samplesACycle,
      loadOhms,
    ),
  );
  const meanSquare = cycles.reduce((sum, { voltsRms }) => sum + voltsRms ** 2, 0) / cycleCount;
  const clean = cycles.map(({ flattened }, k) => (flattened ? -1 : k));
  const lastClean = Math.max(...clean);
  return {
    startSeconds: first / sampleRateHz,
    seconds: count / sampleRateHz,
    cycles,
    powerWatts: meanSquare / loadOhms,
    voltsRms: Math.sqrt(meanSquare),
    lastCleanCycle: lastClean < 0 ? null : lastClean,
    flattenedCycleCount: cycles.filter(({ flattened }) => flattened).length,
  };
};

const readCycle = (
  cycle: Float64Array,
  meanSquare: number,
  samplesACycle: number,
  loadOhms: number,
): BurstCycle => {
  let highest = -Infinity,
    lowest = Infinity;
  for (let n = 0; n < cycle.length; n++) {
    highest = Math.max(highest, cycle[n]);
    lowest = Math.min(lowest, cycle[n]);
  }
  const fit =
    cycle.length >= CYCLE_SAMPLES_FOR_FIT
      ? fitHarmonics(cycle, samplesACycle, 1, {
          orderCount: 1,
          driftDegree: 0,
        })
      : null;
  const residual = fit ? rootMeanSquare(fit.residualVolts) : 0;
  return {
    voltsRms: Math.sqrt(meanSquare),
    powerWatts: meanSquare / loadOhms,
    voltsPeakPositive: highest,
    voltsPeakNegative: lowest,
    residualRatio: fit && fit.voltsPeak[0] > 0 ? (residual * Math.SQRT2) / fit.voltsPeak[0] : 0,
    flattened: hasFlatTop(cycle, samplesACycle, highest, lowest),
  };
};

/**
 * A sine over a sloping offset (coupling capacitors settle during a burst), fitted to the flanks of one cycle and
 * continued to its tips: does either stay short?
 */
const hasFlatTop = (
  cycle: Float64Array,
  samplesACycle: number,
  highest: number,
  lowest: number,
): boolean => {
  if (cycle.length < CYCLE_SAMPLES_FOR_FIT) return false;
  const middle = (highest + lowest) / 2;
  const model = fitFlanks(cycle, samplesACycle, middle, (FLANK_SHARE * (highest - lowest)) / 2);
  if (!model) return false;
  const allowed = FLATTENED_RATIO * model.amplitude + 3 * model.noiseVoltsRms;
  const shortBy = (sign: 1 | -1): number => {
    const turn = -model.phaseRadians / (2 * Math.PI) + (sign < 0 ? 0.5 : 0);
    const tip = (cycle.length - 1) / 2 + (turn - Math.round(turn)) * samplesACycle;
    return model.promisedAt(tip, sign) - sign * (sign > 0 ? highest : lowest);
  };
  return shortBy(1) > allowed || shortBy(-1) > allowed;
};

/** Mean over the last whole cycles before the first burst: after it coupling capacitors are still settling. */
const offsetBefore = (volts: Float64Array, end: number, samplesACycle: number): number => {
  const cycles = Math.floor(end / samplesACycle);
  if (cycles < 1) return 0;
  const count = Math.round(cycles * samplesACycle);
  const first = Math.floor(end) - count;
  let sum = 0;
  for (let n = first; n < first + count; n++) sum += volts[n];
  return sum / count;
};

/** Level of what lies between the bursts, and the offset that stands under all of it. */
const between = (
  volts: Float64Array,
  spans: readonly Span[],
  samplesACycle: number,
): { voltsRms: number; offsetVolts: number } => {
  let squares = 0,
    sum = 0,
    count = 0;
  const guard = 2 * samplesACycle;
  for (let n = 0; n < volts.length; n++) {
    if (spans.some(({ first, count: length }) => n > first - guard && n < first + length + guard))
      continue;
    squares += volts[n] * volts[n];
    sum += volts[n];
    count++;
  }
  if (count === 0) return { voltsRms: 0, offsetVolts: 0 };
  return {
    voltsRms: Math.sqrt(Math.max(0, squares / count - (sum / count) ** 2)),
    offsetVolts: offsetBefore(volts, spans[0].first - guard, samplesACycle),
  };
};
