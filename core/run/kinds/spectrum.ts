import { BAND_FIELDS, choiceField, forReading, quantityField, RANGE_FIELD } from "../settings";
import type { RunKindFacts } from "../types";

/** A steady tone: SINAD, THD, THD+N, harmonics, hum, and the spectrum itself. */
export const spectrumKind: RunKindFacts = {
  title: "Spectrum",
  hears: "one-tone",
  yields: "THD, THD+N, harmonics and hum lines at 5 W",
  plan: { violence: 1, seconds: 30, meanRatio: 1, level: { watts: 5 }, from: "quick" },
  charts: [["spectrum", "Spectrum"]],
  speaksTo: "distortion",
  byHand: "too",
  fields: [
    quantityField("watts", "Each channel", "W", { initial: 5, least: 0.001, most: 2000 }),
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 10, most: 20_000 }),
    quantityField("seconds", "Length", "s", { initial: 2, least: 0.2, most: 60 }),
    forReading(
      choiceField("averaging", "Averaging", [
        ["none", "one spectrum of it all"],
        ["mean", "mean of many"],
      ]),
    ),
    ...BAND_FIELDS,
    RANGE_FIELD,
  ],
};
