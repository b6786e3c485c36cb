import { choiceField, forReading, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Magnitude and phase of one or two loads; points come by themselves where the curve bends. */
export const responseKind: RunKindFacts = {
  title: "Frequency response",
  yields: "magnitude and phase at 1 W",
  readsInput: true,
  plan: { violence: 1, seconds: 60, meanRatio: 1, level: { watts: 1 }, from: "standard" },
  connect: [
    "Record the source too: its phase and level errors then cancel.",
    "For the speaker-like load use the reactive network, never a loudspeaker at full power.",
  ],
  belowClipping: "tone",
  charts: [
    ["magnitude", "Magnitude"],
    ["phase", "Phase"],
  ],
  speaksTo: "response",
  fields: [
    quantityField("watts", "Each channel", "W", { initial: 1, least: 0.001, most: 1000 }),
    choiceField("loads", "Into", [
      ["run", "the resistor"],
      ["both", "resistor and speaker-like load"],
      ["speaker", "the speaker-like load"],
    ]),
    quantityField("lowHz", "From", "Hz", { initial: 10, least: 1, most: 1000 }),
    quantityField("highHz", "To", "Hz", { initial: 80_000, least: 2000, most: 200_000 }),
    quantityField("pointsPerDecade", "Points per decade", "", { initial: 10, least: 3, most: 60 }),
    choiceField("bends", "Extra points at bends", [
      ["add", "add points"],
      ["leave", "none"],
    ]),
    forReading(
      quantityField("bandLowHz", "Judged from", "Hz", { initial: 20, least: 1, most: 1000 }),
    ),
    forReading(
      quantityField("bandHighHz", "Judged to", "Hz", {
        initial: 20_000,
        least: 1100,
        most: 200_000,
      }),
    ),
  ],
};
