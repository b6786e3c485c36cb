import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Output against how long it must hold: a tone a little past the limit, from cold, cycle by cycle. */
export const stayingPowerKind: RunKindFacts = {
  title: "Staying power",
  yields: "output against duration",
  plan: { violence: 6, seconds: 40, meanRatio: 0.3, level: { ratio: 1.3 }, from: "everything" },
  hears: "tone-at-any-level",
  tellsHowLong: true,
  charts: [["staying", "Staying power"]],
  fields: [
    quantityField("seconds", "Hold time", "s", { initial: 5, least: 0.5, most: 90 }),
    quantityField("overDb", "Overdrive beyond the limit", "dB", { initial: 1, least: 0, most: 6 }),
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 100, most: 5000 }),
  ],
};
