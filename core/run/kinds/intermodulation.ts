import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** What two tones make of each other: 19 and 20 kHz, then 60 Hz and 7 kHz four to one. */
export const intermodulationKind: RunKindFacts = {
  title: "Intermodulation",
  yields: "19 + 20 kHz, and 60 Hz + 7 kHz",
  plan: { violence: 3, seconds: 60, meanRatio: 0.5, level: { ratio: 0.5 }, from: "everything" },
  // One pair of tones at a time: together their spectra hide each other.
  charts: [
    ["spectrum-difference", "Two high tones"],
    ["spectrum-modulation", "A low and a high tone"],
    ["spectrum", "Spectrum"],
  ],
  isReadTogether: true,
  fields: [
    quantityField("shareOfRated", "Level, relative to rated", "", {
      initial: 0.5,
      least: 0.001,
      most: 1.2,
    }),
    quantityField("seconds", "Each", "s", { initial: 2, least: 0.5, most: 30 }),
  ],
};
