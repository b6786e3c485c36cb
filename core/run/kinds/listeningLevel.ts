import { soundPressureLevelDb } from "../../loudness";
import { dbToPowerRatio, formatSignificant } from "../../units";
import { figure } from "../figures";
import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";
import { need } from "../typed";
import type { TypedReading } from "../types";

/** A sound level meter, and what the speaker is said to give. */
const typed: TypedReading = {
  fields: [
    quantityField("levelDb", "Sound level meter", "dB", { initial: 85, least: 30, most: 140 }),
    quantityField("metres", "Distance", "m", { initial: 2, least: 0.2, most: 50 }),
    quantityField("sensitivityDb", "Speaker, 2.83 V at 1 m", "dB", {
      initial: 88,
      least: 70,
      most: 115,
    }),
    quantityField("ohms", "Speaker, nominal", "Ω", { initial: 8, least: 1, most: 32 }),
  ],
  required: ["levelDb", "metres", "sensitivityDb", "ohms"],
  read: (readings) => {
    const atOneWatt = soundPressureLevelDb(
      need(readings, "sensitivityDb"),
      Math.sqrt(8),
      need(readings, "metres"),
    );
    const voltsRms = Math.sqrt(8 * dbToPowerRatio(need(readings, "levelDb") - atOneWatt));
    const watts = voltsRms ** 2 / need(readings, "ohms");
    return {
      figures: [
        figure("power", "power at that level, indicative", "watts", { value: watts }),
        figure("volts", "voltage across the speaker", "volts", { value: voltsRms }),
      ],
      summary: `${formatSignificant(need(readings, "levelDb"), 3)} dB at ${formatSignificant(need(readings, "metres"), 2)} m needs about ${formatSignificant(watts, 2)} W. Indicative only: the room adds to the level, and a speaker's current and voltage are not in phase.`,
    };
  },
};

/** With a real speaker and a sound level meter: typed only, and marked as indicative. */
export const listeningLevelKind: RunKindFacts = {
  title: "Listening level",
  yields: "power at the ear, indicative",
  plan: { violence: 2, seconds: 120, meanRatio: 0.2, level: { watts: 1 }, from: null },
  connect: ["Sound level meter at the listener’s ears, C-weighted, slow. Protect your hearing."],
  charts: [],
  worksInto: "The speaker in its listening position.",
  takesMeterOnly: true,
  typed,
  fields: [],
};
