import type { ResistorRecord } from "@/records";
import { typed } from "../../parts/typed";

const NUMBERS = [
  "readOhms",
  "leadOhms",
  "ohmsExpandedUncertainty",
  "ratedWatts",
  "overloadRatio",
  "overloadSeconds",
  "perCelsius",
  "henries",
  "timeConstantSeconds",
] as const;
type NumberName = (typeof NUMBERS)[number];

/** A resistor as it is typed: numbers as text until the schema has read them. */
export type ResistorDraft = Omit<ResistorRecord, NumberName> & Record<NumberName, string>;

export const asDraft = (record: ResistorRecord): ResistorDraft => ({
  ...record,
  ...(Object.fromEntries(NUMBERS.map((name) => [name, typed(record[name])])) as Record<
    NumberName,
    string
  >),
});

/** What a kind of resistor usually is. Common practice; makers' sheets tell better. */
const USUAL = {
  "wire-wound": {
    ratedWatts: "200",
    cooling: "free air",
    overloadRatio: "10",
    overloadSeconds: "5",
    perCelsius: "100 µ",
    henries: "8 µ",
  },
  "metal-cased": {
    ratedWatts: "100",
    cooling: "heat sink",
    overloadRatio: "5",
    overloadSeconds: "5",
    perCelsius: "50 µ",
    henries: "3 µ",
  },
  film: {
    ratedWatts: "100",
    cooling: "heat sink",
    overloadRatio: "1.5",
    overloadSeconds: "5",
    perCelsius: "100 µ",
    henries: "0.1 µ",
  },
} as const;

/** A new resistor, typical for its kind, named after those there are. */
export const newResistor = (
  id: string,
  names: readonly string[],
  construction: ResistorRecord["construction"],
): ResistorDraft => {
  let number = 1;
  while (names.includes(`R${number}`)) number++;
  return {
    id,
    name: `R${number}`,
    readOhms: "",
    leadOhms: "0",
    ohmsExpandedUncertainty: "0.02",
    construction,
    ...USUAL[construction],
    timeConstantSeconds: "",
    condition: "",
    photo: null,
  };
};
