import { forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Output impedance and damping factor from two loads. */
export const impedanceKind: RunKindFacts = {
  title: "Output impedance",
  yields: "damping factor, from two loads",
  readsInput: true,
  plan: {
    violence: 2,
    seconds: 90,
    meanRatio: 1,
    level: { watts: 1 },
    from: "everything",
    channelsDriven: 1,
  },
  connect: [
    "Two loads of different resistance, both measured. Turn the drive down before changing them.",
    "Keep the converter’s range: its error then cancels.",
  ],
  belowClipping: "tone",
  charts: [["impedance", "Output impedance"]],
  speaksTo: "damping-factor",
  isReadTogether: true,
  takesSecondLoad: true,
  fields: [
    quantityField("watts", "Each channel", "W", { initial: 1, least: 0.001, most: 100 }),
    quantityField("pointsPerDecade", "Points per decade", "", { initial: 4, least: 2, most: 30 }),
    forReading(
      quantityField("nominalOhms", "Damping factor for", "Ω", { initial: 8, least: 1, most: 100 }),
    ),
  ],
};
