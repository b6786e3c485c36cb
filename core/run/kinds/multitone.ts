import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Many tones at once, and what lies between them. */
export const multitoneKind: RunKindFacts = {
  title: "Multitone",
  yields: "distortion-free range with many tones at once",
  plan: { violence: 2, seconds: 30, meanRatio: 1, level: { watts: 5 }, from: "everything" },
  belowClipping: "peaky",
  charts: [["spectrum", "Spectrum"]],
  fields: [
    quantityField("watts", "Power per channel, all tones", "W", {
      initial: 5,
      least: 0.001,
      most: 1000,
    }),
    quantityField("seconds", "Length", "s", { initial: 4, least: 1, most: 30 }),
  ],
};
