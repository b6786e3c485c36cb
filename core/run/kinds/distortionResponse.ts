import { forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Distortion from 20 Hz to 20 kHz at two powers. */
export const distortionResponseKind: RunKindFacts = {
  title: "Distortion against frequency",
  yields: "20 Hz to 20 kHz at two powers",
  plan: { violence: 4, seconds: 60, meanRatio: 0.5, level: { ratio: 0.5 }, from: "standard" },
  charts: [["distortion", "Distortion"]],
  isReadTogether: true,
  fields: [
    quantityField("lowWatts", "First level", "W", { initial: 1, least: 0.001, most: 1000 }),
    quantityField("shareOfRated", "Second level, relative to rated", "", {
      initial: 0.5,
      least: 0.01,
      most: 1.2,
    }),
    quantityField("warmUpMinutes", "Warm-up at 1/8 power", "min", {
      initial: 0,
      least: 0,
      most: 60,
    }),
    quantityField("pointsPerDecade", "Points per decade", "", { initial: 6, least: 2, most: 30 }),
    forReading(
      quantityField("bandHighHz", "Distortion bandwidth", "Hz", {
        initial: 80_000,
        least: 20_000,
        most: 90_000,
      }),
    ),
  ],
};
