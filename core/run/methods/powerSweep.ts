import { unfitting } from "../channels";
import { readLevels } from "../levels";
import { settingNumber } from "../settings";
import { allDriven } from "../shots";
import type { RunMethod } from "../types";

/** Level of the first step, under the last: 28 dB. */
const FIRST_LEVEL_RATIO = 0.04;
/** Where the limit was looked for, it goes so far past it that ten percent lie within. */
const PAST_LIMIT_RATIO = 1.35;
/** No school asks beyond ten percent: a level past this ends the sweep, and ten is well inside it. */
const LAST_DISTORTION_RATIO = 0.15;

/** How it is played and read. */
export const powerSweepMethod: RunMethod = {
  seeksLimit: "unless-predicted",
  *shots(settings, facts) {
    const usual =
      facts.limitDriveVoltsRms === null
        ? facts.mostDriveVoltsRms
        : Math.min(facts.mostDriveVoltsRms, PAST_LIMIT_RATIO * facts.limitDriveVoltsRms);
    const asked = settingNumber(settings, "lastVoltsRms") || usual;
    const lastVoltsPeak = Math.SQRT2 * asked;
    const stepCount = Math.round(settingNumber(settings, "levels"));
    yield {
      name: "sweep",
      label: "The sweep",
      stimulus: {
        kind: "level-sweep",
        frequencyHz: settingNumber(settings, "frequencyHz"),
        firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak,
        lastVoltsPeak,
        stepCount,
        stepSeconds: settingNumber(settings, "seconds") / stepCount,
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
      endsPastRatio: LAST_DISTORTION_RATIO,
    };
  },
  analyse: (recordings, conditions, onProgress) =>
    unfitting(recordings) ?? readLevels(recordings, conditions, onProgress),
};
