import { instrumentOf, type InstrumentDescription } from "@/bench/instruments";
import { TONE_DEFAULTS } from "@/core/distortion";
import { failure, success, type Outcome } from "@/core/outcome";
import type { ChannelResult } from "@/core/run";
import { analyseRun } from "@/core/run/reading";
import { recordedFrom } from "./recorded";

/** What to predict. Without lastVoltsRms the sweep goes a little past the amplifier's limit. */
export type PredictionRequest = {
  instrument: InstrumentDescription;
  loadOhms: readonly number[];
  channelsDriven: number;
  lastVoltsRms: number | null;
};

export type Prediction = { lastVoltsRms: number; channels: ChannelResult[] };

/** Coarse enough to be drawn while a parameter is being dragged. */
const QUICK_SWEEP = {
  kind: "level-sweep",
  frequencyHz: 1000,
  stepCount: 22,
  stepSeconds: 0.04,
} as const;
/** A prediction follows a slider: a quarter of the samples. */
const QUICK_RATE_HZ = 48_000;
/** From thirty decibels under the limit. */
const FIRST_LEVEL_RATIO = 0.03;
/** A decibel past it, so that the bend is seen. */
const PAST_LIMIT_RATIO = 1.15;

/** A quick sweep on the simulated bench, read by the same analysis as any recording. Volts and ohms are exact here. */
export const predictSweep = async ({
  instrument: description,
  loadOhms,
  channelsDriven,
  lastVoltsRms,
}: PredictionRequest): Promise<Outcome<Prediction>> => {
  const instrument = instrumentOf(description);
  if (!instrument.ok) return instrument;
  const { facts, connect } = instrument.value;
  const { name, channelCount, mainsHz, mostDriveVoltsRms } = facts;
  if (mostDriveVoltsRms === null)
    return failure("no-signal", "Source", `${name} cannot play a signal; choose another source.`);
  const connected = await connect({
    loadOhms,
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const driven = loadOhms.slice(0, Math.min(channelsDriven, channelCount));
  const drives = driven.map(() => true);
  const last =
    lastVoltsRms ??
    Math.min(mostDriveVoltsRms, PAST_LIMIT_RATIO * (await connected.limitDriveVoltsRms(drives)));
  const lastVoltsPeak = last * Math.SQRT2;
  const stimulus = {
    ...QUICK_SWEEP,
    firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak,
    lastVoltsPeak,
  };
  const { capture, ...recording } = await connected.record({
    stimulus,
    sampleRateHz: QUICK_RATE_HZ,
    drives,
    number: 1,
  });
  const recorded = recordedFrom({
    ...capture,
    ...recording,
    shot: "sweep",
    loads: driven.map((ohms) => ({
      loadOhms: ohms,
      loadOhmsStdUncertainty: 0,
      voltsStdUncertaintyRatio: 0,
    })),
    stimulus,
  });
  if (!recorded.ok) return recorded;
  const { band } = TONE_DEFAULTS;
  const outcome = analyseRun("power-sweep", [recorded.value], {
    settings: {},
    band,
    mainsHz,
    ratedWatts: null,
  });
  return outcome.ok ? success({ lastVoltsRms: last, channels: outcome.value }) : outcome;
};
