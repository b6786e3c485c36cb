import { forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** The band at rated power in one short sweep; it begins higher when the amplifier shuts down at the low end. */
export const fullPowerResponse: RunKindFacts = {
  title: "Full-power response",
  yields: "the band at rated power, in a short sweep",
  plan: { violence: 7, seconds: 5, meanRatio: 1, level: { ratio: 1 }, from: "everything" },
  charts: [
    ["magnitude", "Magnitude"],
    ["harmonic", "Harmonics"],
  ],
  speaksTo: "response",
  fields: [
    quantityField("watts", "Each channel, 0 for rated", "W", 0, 0, 2000),
    forReading(quantityField("seconds", "Sweep", "s", 2, 0.5, 5)),
    forReading(quantityField("lowHz", "From", "Hz", 20, 5, 500)),
    forReading(quantityField("highHz", "To", "Hz", 20_000, 2000, 80_000)),
  ],
};
