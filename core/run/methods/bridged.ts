import { success } from "../../outcome";
import { bridgedPerChannel } from "../../power";
import { formatSignificant } from "../../units";
import { unfitting } from "../channels";
import { figure } from "../figures";
import { readLevels, type LevelResult } from "../levels";
import { limitOf } from "../levelSearch";
import { settingNumber } from "../settings";
import type { ChannelConditions } from "../../power";
import type { ChannelResult, RunMethod } from "../types";

/** Steps of about a decibel: the bridge is held against a sweep, and needs no finer ones. */
const LEVEL_COUNT = 30;
/** The sweep goes a little past the limit. */
const PAST_LIMIT_RATIO = 1.12;

/** How it is played and read. */
export const bridgedMethod: RunMethod = {
  seeksLimit: "always",
  *shots(settings, facts) {
    const lastVoltsPeak =
      Math.SQRT2 * Math.min(facts.mostDriveVoltsRms, PAST_LIMIT_RATIO * limitOf(facts));
    yield {
      name: "sweep",
      label: "The bridge",
      stimulus: {
        kind: "level-sweep",
        frequencyHz: settingNumber(settings, "frequencyHz"),
        firstVoltsPeak: 0.04 * lastVoltsPeak,
        lastVoltsPeak,
        stepCount: LEVEL_COUNT,
        stepSeconds: settingNumber(settings, "seconds") / LEVEL_COUNT,
      },
      drives: [true],
      recordsInput: false,
      load: "run",
    };
  },
  analyse: (recordings, conditions, onProgress) => {
    const unfit = unfitting(recordings);
    if (unfit) return unfit;
    const read = readLevels(recordings, conditions, onProgress);
    return read.ok
      ? success(read.value.map((result, k) => withHalves(result, recordings[0].loads[k])))
      : read;
  },
};

/** Each of the two channels gives half the power into half the load. */
const withHalves = (result: LevelResult, { loadOhms }: ChannelConditions): ChannelResult => {
  const [{ value, stdUncertainty }] = result.figures;
  const watts = value ?? 0;
  const half = bridgedPerChannel(watts, loadOhms);
  const text = (number: number) => formatSignificant(number, 3);
  return {
    ...result,
    figures: [
      ...result.figures,
      figure("per-channel", `each half, into ${text(half.loadOhms)} Ω`, "watts", {
        value: half.powerWatts,
        stdUncertainty: stdUncertainty === null ? null : stdUncertainty / 2,
      }),
    ],
    summary: `Bridged output ${text(watts)} W into ${text(loadOhms)} Ω at 1 % THD+N, equivalent to ${text(half.powerWatts)} W per channel into ${text(half.loadOhms)} Ω.`,
  };
};
