import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** Pink noise in third octaves: the band's balance with something like music. */
export const noiseResponseKind: RunKindFacts = {
  title: "Noise response",
  yields: "third octaves with pink noise",
  plan: { violence: 1, seconds: 30, meanRatio: 0.5, level: { watts: 1 }, from: null },
  connect: ["Play pink noise; record ten seconds or more."],
  hears: "noise",
  belowClipping: "peaky",
  charts: [["third-octaves", "Third octaves"]],
  fields: [
    quantityField("watts", "Each channel", "W", { initial: 1, least: 0.001, most: 500 }),
    quantityField("seconds", "Length", "s", { initial: 10, least: 1, most: 60 }),
  ],
};
