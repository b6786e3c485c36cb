import { choiceField, quantityField } from "../settings";
import type { RunKindFacts, SettingField } from "../types";

const SOAK_FIELDS: readonly SettingField[] = [
  quantityField("shareOfRated", "Power per channel, relative to rated", "", {
    initial: 0.125,
    least: 0.01,
    most: 1,
  }),
  quantityField("minutes", "Soak for", "min", { initial: 60, least: 1, most: 300 }),
  quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 20, most: 20_000 }),
  // Hot loads are not left alone: what is real ends by itself where nobody answers.
  choiceField("askMinutes", "Attendance check", [
    ["15", "every 15 minutes"],
    ["5", "every 5 minutes"],
    ["30", "every 30 minutes"],
    ["60", "every 60 minutes"],
  ]),
];

/** A soak is watched with thermometers, not recorded as sound: it has no shots. */
export const heatSoakKind: RunKindFacts = {
  title: "Heat soak",
  yields: "steady-state temperature and time to cut-out at 1/8 of rated power",
  plan: { violence: 9, seconds: 3600, meanRatio: 1, level: { ratio: 0.125 }, from: "everything" },
  connect: ["One probe on the heat sink, one on the case. Never leave it unattended."],
  charts: [
    ["sink", "Temperature"],
    ["case", "Temperature"],
    ["load", "Temperature"],
  ],
  isOfWholeAmplifier: true,
  fields: SOAK_FIELDS,
  isSoaked: true,
};
