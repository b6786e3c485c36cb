import type { Piece, SheetFacts } from "../types";
import { wattsText } from "../words";
import { formatShort } from "@/core/units";

/** The honest rating, large; long, what every school makes of the same amplifier. */
export const ratingBlock = ({ honest, schools }: SheetFacts, form: "short" | "long"): Piece[] => [
  ...(honest
    ? [
        {
          is: "figure",
          label: "An honest rating",
          value: formatShort(honest.powerWatts, 3),
          unit: "W",
          plusMinus: null,
          words: honest.sentence,
          runId:
            schools.find(({ name, driven }) => name === honest.school && driven === "all")?.reading
              ?.runId ?? null,
        } as const,
      ]
    : []),
  ...(form === "long" ? schoolsTable(schools) : []),
];

const schoolsTable = (schools: SheetFacts["schools"]): Piece[] => {
  const told = [...new Set(schools.filter(({ reading }) => reading).map(({ name }) => name))];
  if (told.length === 0) return [];
  const cell = (name: string, driven: "one" | "all") => {
    const reading = schools.find((each) => each.name === name && each.driven === driven)?.reading;
    return reading
      ? {
          text: `${reading.bound === "at-least" ? "≥ " : ""}${wattsText(reading.powerWatts, reading.expandedUncertainty)}${reading.isRehearsed ? " (simulated)" : ""}`,
          runId: reading.runId,
        }
      : { text: "–" };
  };
  return [
    {
      is: "table",
      head: ["Rated by", "one channel", "all channels"],
      rows: told.map((name) => [
        { text: schools.find((each) => each.name === name)?.label ?? name },
        cell(name, "one"),
        cell(name, "all"),
      ]),
    },
  ];
};
