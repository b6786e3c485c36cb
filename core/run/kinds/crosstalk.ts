import { choiceField, quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** What leaks from channel to channel, each way, against frequency. */
export const crosstalkKind: RunKindFacts = {
  title: "Crosstalk",
  yields: "leakage between channels",
  plan: { violence: 2, seconds: 60, meanRatio: 1, level: { watts: 5 }, from: "standard" },
  connect: ["Short the input of the idle channel.", "Keep the loads on both channels."],
  belowClipping: "tone",
  charts: [["from-", "Crosstalk"]],
  speaksTo: "crosstalk",
  isReadTogether: true,
  leastChannels: 2,
  fields: [
    quantityField("watts", "Driven channel", "W", { initial: 5, least: 0.001, most: 1000 }),
    choiceField("driven", "Driven", [
      ["each", "each channel in turn"],
      ["others", "all but one, in turn"],
    ]),
    quantityField("pointsPerDecade", "Points per decade", "", { initial: 4, least: 2, most: 30 }),
  ],
};
