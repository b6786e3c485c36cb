import { forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Distortion from 20 Hz to 20 kHz at two powers. */
export const distortionResponse: RunKindFacts = {
  title: "Distortion against frequency",
  yields: "20 Hz to 20 kHz at two powers",
  plan: { violence: 4, seconds: 60, meanRatio: 0.5, level: { ratio: 0.5 }, from: "standard" },
  charts: [["distortion", "Distortion"]],
  isReadTogether: true,
  fields: [
    quantityField("lowWatts", "First level", "W", 1, 0.001, 1000),
    quantityField("shareOfRated", "Second, of rated", "", 0.5, 0.01, 1.2),
    quantityField("pointsPerDecade", "Points a decade", "", 6, 2, 30),
    forReading(quantityField("bandHighHz", "Distortion counted to", "Hz", 80_000, 20_000, 90_000)),
  ],
};
