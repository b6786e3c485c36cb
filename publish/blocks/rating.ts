import { formatShort } from "@/core/units";
import {
  capital,
  channelsDrivenText,
  ratingMethodLabel,
  recommendedRatingText,
  uncertainText,
} from "@/phrasing";
import type { Piece, SheetFacts } from "../types";

/** The recommended rating, large, and the power under all conditions that were measured; the long form adds every rating method. */
export const ratingBlock = (
  { recommended, ratings, amplifier, supplies }: SheetFacts,
  form: "short" | "long",
): Piece[] => [
  ...(recommended
    ? [
        {
          is: "figure",
          label: "Recommended rating",
          value: formatShort(recommended.powerWatts, 3),
          unit: "W",
          plusMinus: null,
          words: recommendedRatingText(recommended, amplifier.channelCount),
          runId:
            ratings.find(({ name, driven }) => name === recommended.method && driven === "all")
              ?.reading?.runId ?? null,
        } as const,
      ]
    : []),
  ...powerTable(supplies, amplifier.channelCount),
  ...(form === "long" ? methodsTable(ratings) : []),
];

/** Power of the weakest channel at 1 % THD+N, a row for each load and supply, a column for each number of channels driven. */
const powerTable = (supplies: SheetFacts["supplies"], channelCount: number): Piece[] => {
  const outputs = supplies.flatMap(({ name, isRehearsed, outputs: own }) =>
    own.map((output) => ({ ...output, name, isRehearsed })),
  );
  const counts = [...new Set(outputs.map(({ channelsDriven }) => channelsDriven))].toSorted(
    (a, b) => a - b,
  );
  const loads = [...new Set(outputs.map(({ nominalOhms }) => nominalOhms))].toSorted(
    (a, b) => b - a,
  );
  // One figure is the recommended rating's own.
  if (outputs.length < 2) return [];
  const cell = (name: string, ohms: number, count: number) => {
    const found = outputs.find(
      (each) => each.name === name && each.nominalOhms === ohms && each.channelsDriven === count,
    );
    return found
      ? {
          text: `${found.isAtLeast ? "≥ " : ""}${formatShort(found.watts, 3)} W${found.isRehearsed ? " (simulated)" : ""}`,
          runId: found.runId,
        }
      : { text: "–" };
  };
  return [
    {
      is: "table",
      head: [
        "Power at 1 % THD+N into",
        ...(supplies.length > 1 ? ["Supply"] : []),
        ...counts.map((count) => capital(channelsDrivenText(count, channelCount) || "output")),
      ],
      rows: loads.flatMap((ohms) =>
        supplies
          .filter(({ outputs: own }) => own.some(({ nominalOhms }) => nominalOhms === ohms))
          .map(({ name }) => [
            { text: `${formatShort(ohms)} Ω` },
            ...(supplies.length > 1 ? [{ text: name }] : []),
            ...counts.map((count) => cell(name, ohms, count)),
          ]),
      ),
    },
  ];
};

const methodsTable = (ratings: SheetFacts["ratings"]): Piece[] => {
  const withReading = [
    ...new Map(ratings.filter(({ reading }) => reading).map((each) => [each.name, each])).values(),
  ];
  if (withReading.length === 0) return [];
  const cell = (name: string, driven: "one" | "all") => {
    const reading = ratings.find((each) => each.name === name && each.driven === driven)?.reading;
    return reading
      ? {
          text: `${reading.bound === "at-least" ? "≥ " : ""}${uncertainText(reading.powerWatts, reading.expandedUncertainty, "W")}${reading.isRehearsed ? " (simulated)" : ""}`,
          runId: reading.runId,
        }
      : { text: "–" };
  };
  return [
    {
      is: "table",
      head: ["Rating method", "One channel driven", "All channels driven"],
      rows: withReading.map(({ name, limit }) => [
        { text: ratingMethodLabel(name, limit) },
        cell(name, "one"),
        cell(name, "all"),
      ]),
    },
  ];
};
