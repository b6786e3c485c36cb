import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/**
 * Power against distortion: one tone, raised level by level past the limit. Over 28 dB of volts in equal ratios the mean power is
 * 0.16 of that of the last step.
 * @see IEC 60268-3:2018 (distortion-limited output power)
 */
export const powerSweepKind: RunKindFacts = {
  title: "Power against distortion",
  shortTitle: "Power sweep",
  yields: "power at each distortion limit, and what limits it",
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
  isPredicted: true,
  findsLimit: true,
  fields: [
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 20, most: 20_000 }),
    quantityField("lastVoltsRms", "Maximum drive (0 = automatic)", "V", {
      initial: 0,
      least: 0,
      most: 20,
    }),
    quantityField("levels", "Levels", "", { initial: 40, least: 5, most: 200 }),
    quantityField("seconds", "Sweep", "s", { initial: 10, least: 1, most: 120 }),
  ],
};
