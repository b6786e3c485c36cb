import type { Capture, RecordingMoment } from "@/bench/contract";
import { onLoads, record, type Rig } from "@/bench/simulated";
import { quickThdPlusNoiseRatio } from "@/core/distortion";
import type { GuardLimits } from "@/core/drive";
import type { Stimulus } from "@/core/signal";
import { guardedWatch, type ShotTrip } from "./guardedWatch";

export type SweepRequest = {
  rig: Rig;
  loadOhms: readonly number[];
  channelsDriven: number;
  stimulus: Extract<Stimulus, { kind: "level-sweep" }>;
  sampleRateHz: number;
  seed: number;
  limits: Omit<GuardLimits, "fullScaleVolts">;
};
export type RecordedSweep = { capture: Capture; trip: ShotTrip | null };

/** No school asks beyond ten percent: a level past this ends the sweep, and ten is well inside it. */
const LAST_DISTORTION_RATIO = 0.15;
/** The end of a step, where it has settled. */
const READ_SECONDS = 0.1;

/** Records a power sweep on the simulated bench. It ends by itself when all channels are far past their limit, or when a guard trips. */
export const recordSweep = (
  { rig, loadOhms, channelsDriven, stimulus, sampleRateHz, seed, limits }: SweepRequest,
  onMoment: (moment: RecordingMoment) => void,
): RecordedSweep => {
  const guards = guardedWatch(limits, rig, { stimulus }, onMoment);
  let stepsRead = 0;
  const drives = loadOhms.slice(0, channelsDriven).map(() => true);
  const { capture } = record(
    onLoads(rig, loadOhms),
    { stimulus, sampleRateHz, drives },
    seed,
    (moment) => {
      if (guards.watch(moment) === "end") return "end";
      const stepsDone = Math.floor(moment.seconds / stimulus.stepSeconds);
      if (stepsDone === stepsRead) return "go-on";
      stepsRead = stepsDone;
      return isFarPast(moment) ? "end" : "go-on";
    },
  );
  return { capture, trip: guards.trip() };
};

const isFarPast = ({ last }: RecordingMoment): boolean => {
  const { volts, sampleRateHz } = last(READ_SECONDS);
  return volts.every(
    (each) => (quickThdPlusNoiseRatio(each, sampleRateHz) ?? 0) > LAST_DISTORTION_RATIO,
  );
};
