import { formatShort } from "@/core/units";
import { ratingMethodLabel, recommendedRatingText, uncertainText } from "@/phrasing";
import type { Piece, SheetFacts } from "../types";

/** The recommended rating, large; the long form adds the power by every rating method. */
export const ratingBlock = (
  { recommended, ratings, amplifier }: SheetFacts,
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
  ...(form === "long" ? methodsTable(ratings) : []),
];

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
