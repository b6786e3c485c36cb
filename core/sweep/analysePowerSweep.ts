import { analyseTone } from "../distortion/reading";
import { rootMeanSquare } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { powerStdUncertaintyRatio, powerWatts } from "../power";
import { requirePositive, requireRange } from "../units";
import { toneEnvelope } from "./envelope";
import { findSteps, type SweepStep } from "./findSteps";
import { unsteadyLevels } from "./unsteadyLevels";
import { whyItStopped } from "./whyItStopped";
import type { ChannelSweep, PowerSweepResult, StepReading, SweepConditions } from "./types";
import type { ChannelConditions } from "../power";

/** Share of a step, from its end, that may be read; what comes before belongs to settling. */
const READ_SHARE = 0.7;
const ORDERS_KEPT = 10;
const EDGE_CYCLES = 3;
/** Output that falls under this share of its height within a step was cut off; a sagging supply does not go so far. */
const INTERRUPTED_RATIO = 0.3;

/** Called with the share that is done, 0 to 1. */
export type TellProgress = (doneRatio: number) => void;

/**
 * Power against distortion from a stepped level sweep: finds the steps in the recording, reads each, and says why the
 * output stopped rising. One array of volts a channel; the loudest channel tells where the steps are.
 * @returns the result, or a finding when there is no tone, there are no steps, or channels and loads do not match
 * @throws {RangeError} on conditions out of range
 * @see IEC 60268-3:2018 (distortion-limited output power); AES17-2020 (THD+N)
 */
export const analysePowerSweep = (
  channels: readonly Float64Array[],
  sampleRateHz: number,
  conditions: SweepConditions,
  onProgress: TellProgress = () => {},
): Outcome<PowerSweepResult> => {
  requirePositive("sampleRateHz", sampleRateHz);
  requireRange("mainsHz", conditions.mainsHz, 16, 400);
  if (channels.length !== conditions.channels.length)
    return failure(
      "channel-mismatch",
      "Loads",
      `the recording has ${countOf(channels.length, "channel")} but ${countOf(conditions.channels.length, "load")} ${conditions.channels.length === 1 ? "is" : "are"} given. Enter one load for each channel, in the order of the recording.`,
    );
  const found = findSteps(loudest(channels), sampleRateHz);
  if (!found.ok) return found;
  const { frequencyHz, steps } = found.value;
  const finding = whyNoSweep(loudest(channels), steps);
  if (finding) return finding;
  const last = steps[steps.length - 1];
  const silentSeconds = (channels[0].length - last.firstSample - last.sampleCount) / sampleRateHz;

  const sweeps: ChannelSweep[] = [];
  for (const [channelIndex, volts] of channels.entries()) {
    const readings: StepReading[] = [];
    for (const [stepIndex, step] of steps.entries()) {
      const reading = readStep(volts, sampleRateHz, step, {
        frequencyHz,
        conditions,
        channel: conditions.channels[channelIndex],
      });
      // A channel that gives nothing at a step, or is cut off within it (by its protection), has no reading there: a trip
      // and restart never counts as a power.
      if (reading) readings.push(reading);
      onProgress((channelIndex + (stepIndex + 1) / steps.length) / channels.length);
    }
    if (readings.length < 2)
      return failure(
        "no-signal",
        `Channel ${channelIndex + 1}`,
        "no tone was found in this channel. Check that it is driven and its probe is connected.",
      );
    const rising = byRisingDrive(readings);
    sweeps.push({
      steps: rising,
      stop: whyItStopped(rising, steps.length, silentSeconds),
      moved: unsteadyLevels(rising, volts, sampleRateHz),
    });
  }
  return success({ kind: "power-sweep", frequencyHz, channels: sweeps });
};

/** Fewer levels are no sweep, and one that turns more often than this goes up and down. */
const FEWEST_LEVELS = 3;
const MOST_TURNS = 2;
/** A change of level by less is a limit's, not the drive's. */
const TURN_RATIO = 1.3;

const whyNoSweep = (volts: Float64Array, steps: readonly SweepStep[]): Outcome<never> | null => {
  const levels = steps.map(({ firstSample, sampleCount }) =>
    rootMeanSquare(volts.subarray(firstSample, firstSample + sampleCount)),
  );
  const ways = levels
    .slice(1)
    .map((level, k) => Math.sign(Math.round(Math.log(level / levels[k]) / Math.log(TURN_RATIO))))
    .filter((way) => way !== 0);
  const turns = ways.filter((way, k) => k > 0 && way !== ways[k - 1]).length;
  if (steps.length >= FEWEST_LEVELS && turns <= MOST_TURNS) return null;
  return failure(
    "no-steps",
    "Recording",
    turns > MOST_TURNS
      ? "its level rises and falls as in bursts. A power sweep raises the tone step by step; analyse this as bursts."
      : `only ${countOf(steps.length, "level")} of a tone ${steps.length === 1 ? "was" : "were"} found; a power sweep needs at least ${FEWEST_LEVELS}. Analyse it as a spectrum, or record a sweep.`,
  );
};

/** A sweep that was turned down instead of up is the same read backwards. */
const byRisingDrive = (readings: StepReading[]): StepReading[] =>
  readings[0].voltsRms > FALLING_RATIO * readings[readings.length - 1].voltsRms &&
  readings.every(({ voltsRms }, k) => k === 0 || voltsRms <= 1.05 * readings[k - 1].voltsRms)
    ? readings.toReversed()
    : readings;
/** It falls from beginning to end by more than any collapse of the output alone leaves in order. */
const FALLING_RATIO = 1.5;

const countOf = (count: number, noun: string): string =>
  `${count} ${noun}${count === 1 ? "" : "s"}`;

const loudest = (channels: readonly Float64Array[]): Float64Array => {
  let best = channels[0],
    bestSquares = -1;
  for (const volts of channels) {
    let squares = 0;
    for (let n = 0; n < volts.length; n += 5) squares += volts[n] ** 2;
    if (squares > bestSquares) [best, bestSquares] = [volts, squares];
  }
  return best;
};

/** The longest whole number of mains periods in the readable part, ending a cycle of the tone before the step does. */
const readableWindow = (
  step: SweepStep,
  sampleRateHz: number,
  frequencyHz: number,
  mainsHz: number,
): SweepStep => {
  const samplesACycle = sampleRateHz / frequencyHz;
  const end = step.firstSample + step.sampleCount - Math.ceil(samplesACycle);
  const readable = READ_SHARE * step.sampleCount;
  const mainsSamples = sampleRateHz / mainsHz;
  const wanted =
    readable >= mainsSamples
      ? Math.floor(readable / mainsSamples) * mainsSamples
      : Math.floor(readable / samplesACycle) * samplesACycle;
  const sampleCount = Math.round(wanted);
  return { firstSample: end - sampleCount, sampleCount };
};

const readStep = (
  volts: Float64Array,
  sampleRateHz: number,
  step: SweepStep,
  {
    frequencyHz,
    conditions,
    channel,
  }: { frequencyHz: number; conditions: SweepConditions; channel: ChannelConditions },
): StepReading | null => {
  const window = readableWindow(step, sampleRateHz, frequencyHz, conditions.mainsHz);
  const part = volts.subarray(window.firstSample, window.firstSample + window.sampleCount);
  // The tone's frequency is known: anything else, such as hum on a dead channel, is not this channel's reading.
  const search = { lowHz: 0.9 * frequencyHz, highHz: 1.1 * frequencyHz };
  const outcome = analyseTone(part, sampleRateHz, { band: conditions.band, search });
  if (!outcome.ok) return null;
  if (
    isInterrupted(
      volts.subarray(step.firstSample, step.firstSample + step.sampleCount),
      sampleRateHz,
      frequencyHz,
    )
  )
    return null;
  const { fundamentalHz, voltsRms, thdRatio, thdPlusNoiseRatio, harmonics, flattening } =
    outcome.value;
  const watts = powerWatts(voltsRms, channel.loadOhms);
  return {
    startSeconds: step.firstSample / sampleRateHz,
    windowStartSeconds: window.firstSample / sampleRateHz,
    windowSeconds: window.sampleCount / sampleRateHz,
    fundamentalHz,
    voltsRms,
    powerWatts: watts,
    powerWattsStdUncertainty: watts * powerStdUncertaintyRatio(channel),
    thdRatio,
    thdPlusNoiseRatio,
    harmonics: harmonics.filter(({ order }) => order <= ORDERS_KEPT),
    flattening,
    heldRatio: heldRatio(part),
  };
};

/** Does the output break down, or come back, within a step? Its first and last few cycles belong to the change of level. */
const isInterrupted = (part: Float64Array, sampleRateHz: number, frequencyHz: number): boolean => {
  const { voltsPeak } = toneEnvelope(part, sampleRateHz, frequencyHz);
  const inner = voltsPeak.subarray(
    EDGE_CYCLES,
    Math.max(EDGE_CYCLES, voltsPeak.length - EDGE_CYCLES),
  );
  let lowest = Infinity,
    highest = 0;
  for (let k = 0; k < inner.length; k++) {
    if (inner[k] < lowest) lowest = inner[k];
    if (inner[k] > highest) highest = inner[k];
  }
  return inner.length > 0 && lowest < INTERRUPTED_RATIO * highest;
};

const heldRatio = (part: Float64Array): number => {
  const half = Math.floor(part.length / 2);
  let before = 0,
    after = 0;
  for (let n = 0; n < half; n++) {
    before += part[n] ** 2;
    after += part[n + half] ** 2;
  }
  return before > 0 ? after / before : 1;
};
