import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";

/** What the amplifier added: the output less the best linear fit of its input, or of a sine where the input is not known. */
export const residualKind: RunKindFacts = {
  title: "Residual listening",
  yields: "the distortion residual, to see and hear",
  readsInput: true,
  plan: { violence: 1, seconds: 30, meanRatio: 1, level: { watts: 5 }, from: null },
  connect: ["Record the source on a separate channel, so that it can be subtracted exactly."],
  hears: "one-tone",
  charts: [
    ["residual-long", "Over a tenth of a second"],
    ["residual", "Residual"],
    ["wave", "Waveform"],
  ],
  isListenedTo: true,
  fields: [
    quantityField("watts", "Each channel", "W", { initial: 5, least: 0.001, most: 2000 }),
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 20, most: 10_000 }),
    quantityField("seconds", "Length", "s", { initial: 2, least: 0.5, most: 20 }),
  ],
};
