import { formatShort } from "@/core/units";
import {
  capital,
  CONNECTION_NAMES,
  channelsDrivenText,
  ratingMethodLabel,
  recommendedRatingText,
  settingName,
  uncertainText,
} from "@/phrasing";
import type { MeasuredOutput } from "@/records/facts";
import type { Piece, SheetFacts } from "../types";

/** The recommended rating, large, and the power under all conditions that were measured; the long form adds every rating method. */
export const ratingBlock = (
  { recommended, ratings, amplifier, outputs }: SheetFacts,
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
  ...powerTable(outputs, amplifier.channelCount),
  ...(form === "long" ? methodsTable(ratings) : []),
];

/** "1 % THD+N", "burst, 1 kHz, 20 ms", "1 % THD+N, bridged" */
const CONTINUOUS = "1 % THD+N";
const kindText = ({ kind, connection }: MeasuredOutput): string =>
  [
    kind.code === "burst" ? `burst, ${kind.label}` : CONTINUOUS,
    connection === "normal" ? "" : CONNECTION_NAMES[connection],
  ]
    .filter(Boolean)
    .join(", ");

/** Power of the weakest channel, a row for each load, kind, supply and setting, a column for each number of channels driven. */
const powerTable = (outputs: readonly MeasuredOutput[], channelCount: number): Piece[] => {
  // One figure is the recommended rating's own.
  if (outputs.length < 2) return [];
  const rowOf = (output: MeasuredOutput) => ({
    ohms: `${formatShort(output.nominalOhms)} Ω`,
    kind: kindText(output),
    setting: settingName(output.setting) || "as supplied",
  });
  const rows = [
    ...new Map(outputs.map((output) => [JSON.stringify(rowOf(output)), rowOf(output)])).values(),
  ];
  const columns = [...new Set(outputs.map(({ channelsDriven }) => channelsDriven))].toSorted(
    (a, b) => a - b,
  );
  const isPlain = rows.every(({ kind }) => kind === CONTINUOUS);
  const hasSettings = new Set(rows.map(({ setting }) => setting)).size > 1;
  const shown = [
    ...(isPlain ? [] : (["kind"] as const)),
    ...(hasSettings ? (["setting"] as const) : []),
  ];
  const cell = (row: (typeof rows)[number], count: number) => {
    const found = outputs.find(
      (output) =>
        output.channelsDriven === count && JSON.stringify(rowOf(output)) === JSON.stringify(row),
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
        isPlain ? "Power at 1 % THD+N into" : "Power into",
        ...shown.map((name) => (name === "kind" ? "Measured at" : "Supply and settings")),
        ...columns.map((count) => capital(channelsDrivenText(count, channelCount) || "output")),
      ],
      rows: rows.map((row) => [
        { text: row.ohms },
        ...shown.map((name) => ({ text: row[name] })),
        ...columns.map((count) => cell(row, count)),
      ]),
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
