import { forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** The band at rated power in one short sweep; it begins higher when the amplifier shuts down at the low end. */
export const fullPowerResponseKind: RunKindFacts = {
  title: "Full-power response",
  yields: "the response at rated power, in a short sweep",
  plan: { violence: 7, seconds: 5, meanRatio: 1, level: { ratio: 1 }, from: "everything" },
  belowClipping: "tone",
  charts: [
    ["magnitude", "Magnitude"],
    ["harmonic", "Harmonics"],
  ],
  speaksTo: "response",
  isAtRatedPower: true,
  fields: [
    quantityField("watts", "Power per channel (0 = rated)", "W", {
      initial: 0,
      least: 0,
      most: 2000,
    }),
    forReading(quantityField("seconds", "Sweep", "s", { initial: 2, least: 0.5, most: 5 })),
    forReading(quantityField("lowHz", "From", "Hz", { initial: 20, least: 5, most: 500 })),
    forReading(quantityField("highHz", "To", "Hz", { initial: 20_000, least: 2000, most: 80_000 })),
  ],
};
