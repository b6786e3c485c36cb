import { unfitting } from "../channels";
import { readLevels } from "../levels";
import { numberOf, quantityField } from "../settings";
import { allDriven } from "../shots";
import type { RunKindFacts, RunMethod } from "../types";

/** Level of the first step, under the last: 28 dB. */
const FIRST_LEVEL_RATIO = 0.04;
/** No school asks beyond ten percent: a level past this ends the sweep, and ten is well inside it. */
const LAST_DISTORTION_RATIO = 0.15;

/**
 * Power against distortion: one tone, raised level by level past the limit. Over 28 dB of volts in equal ratios the mean power is
 * 0.16 of that of the last step.
 * @see IEC 60268-3:2018 (distortion-limited output power)
 */
export const powerSweep: RunKindFacts = {
  title: "Power against distortion",
  shortTitle: "Power sweep",
  yields: "power at each limit, and what stopped it",
  plan: {
    violence: 5,
    seconds: 12,
    meanRatio: 0.16,
    level: { ratio: 1.1 },
    from: "quick",
    madeFor: "each-claim",
  },
  charts: [["thd", "Distortion"]],
  speaksTo: "power",
  isComparedByLoad: true,
  isForetold: true,
  fields: [
    quantityField("frequencyHz", "Tone", "Hz", 1000, 20, 20_000),
    quantityField("lastVoltsRms", "Highest drive, 0 for the source’s most", "V", 0, 0, 20),
    quantityField("levels", "Levels", "", 40, 5, 200),
    quantityField("seconds", "Sweep", "s", 10, 1, 120),
  ],
};

/** How it is played and read. */
export const powerSweepMethod: RunMethod = {
  *shots(settings, facts) {
    const asked = numberOf(settings, "lastVoltsRms") || facts.mostDriveVoltsRms;
    const lastVoltsPeak = Math.SQRT2 * asked;
    const stepCount = Math.round(numberOf(settings, "levels"));
    yield {
      name: "sweep",
      label: "The sweep",
      stimulus: {
        kind: "level-sweep",
        frequencyHz: numberOf(settings, "frequencyHz"),
        firstVoltsPeak: FIRST_LEVEL_RATIO * lastVoltsPeak,
        lastVoltsPeak,
        stepCount,
        stepSeconds: numberOf(settings, "seconds") / stepCount,
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
