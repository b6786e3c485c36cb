import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** An output that feeds another amplifier: distortion at some volts. */
export const lineOutputKind: RunKindFacts = {
  title: "Line output",
  yields: "distortion at 1, 2 and 3 V",
  plan: { violence: 1, seconds: 30, meanRatio: 1, level: { watts: 0.1 }, from: null },
  connect: ["Connect the line output to the recorder’s input, without a power load."],
  hears: "one-tone",
  charts: [["distortion", "Distortion"]],
  isReadTogether: true,
  fields: [
    quantityField("first", "First level", "V", { initial: 1, least: 0.01, most: 20 }),
    quantityField("second", "Second level", "V", { initial: 2, least: 0.01, most: 20 }),
    quantityField("third", "Third level", "V", { initial: 3, least: 0.01, most: 20 }),
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 10, most: 20_000 }),
  ],
};
