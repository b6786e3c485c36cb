import { checkRig, driveToLimit, onLoads, record, type Rig } from "@/bench/simulated";
import { success, type Outcome } from "@/core/outcome";
import type { PowerSweepResult, SweepConditions } from "@/core/sweep";
import { analyseSweep } from "./analyseSweep";

/** What to predict. Without lastVoltsRms the sweep goes a little past the amplifier's limit. */
export type PredictionRequest = {
  rig: Rig;
  loadOhms: readonly number[];
  channelsDriven: number;
  lastVoltsRms: number | null;
};

export type Prediction = { lastVoltsRms: number; result: PowerSweepResult };

/** Coarse enough to be drawn while a parameter is being dragged. */
const QUICK_SWEEP = {
  kind: "level-sweep",
  frequencyHz: 1000,
  stepCount: 22,
  stepSeconds: 0.04,
} as const;
const QUICK_RATE_HZ = 48_000;
const FIRST_LEVEL_RATIO = 0.03;
const PAST_LIMIT_RATIO = 1.15;

/** A quick sweep on the simulated bench, read by the same analysis as any recording. */
export const predictSweep = ({
  rig: given,
  loadOhms,
  channelsDriven,
  lastVoltsRms,
}: PredictionRequest): Outcome<Prediction> => {
  const checked = checkRig(given);
  if (!checked.ok) return checked;
  const rig = onLoads(checked.value, loadOhms);
  const drives = loadOhms
    .slice(0, Math.min(channelsDriven, rig.input.channelCount))
    .map(() => true);
  const last =
    lastVoltsRms ?? Math.min(rig.source.mostVoltsRms, PAST_LIMIT_RATIO * driveToLimit(rig, drives));
  const lastVoltsPeak = last * Math.SQRT2;
  const { capture } = record(
    rig,
    {
      stimulus: {
        ...QUICK_SWEEP,
        firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak,
        lastVoltsPeak,
      },
      sampleRateHz: QUICK_RATE_HZ,
      drives,
    },
    1,
  );
  const conditions: SweepConditions = {
    channels: drives.map((_, channel) => ({
      loadOhms: loadOhms[channel],
      loadOhmsStdUncertainty: 0,
      voltsStdUncertaintyRatio: 0,
    })),
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: rig.mains.frequencyHz,
  };
  const outcome = analyseSweep(
    { wav: capture.wav, fullScaleVolts: capture.fullScaleVolts, conditions },
    () => {},
  );
  return outcome.ok ? success({ lastVoltsRms: last, result: outcome.value }) : outcome;
};
