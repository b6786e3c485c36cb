import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Both channels as one: a power sweep of the bridge, and what it means for each of the two channels, at half the load. */
export const bridgedKind: RunKindFacts = {
  title: "Bridged",
  yields: "both channels as one",
  plan: { violence: 8, seconds: 12, meanRatio: 0.16, level: { ratio: 1.1 }, from: "everything" },
  connect: [
    "Bridge only as the manufacturer specifies. Neither terminal is ground: use a differential probe or two channels.",
    "Each channel drives half the load: not below its minimum.",
  ],
  charts: [["thd", "Distortion"]],
  speaksTo: "bridged-power",
  isBridged: true,
  fields: [
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 20, most: 20_000 }),
    quantityField("seconds", "Sweep", "s", { initial: 6, least: 2, most: 60 }),
  ],
};
