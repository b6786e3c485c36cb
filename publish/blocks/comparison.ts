import { formatFixed } from "@/core/units";
import { figureText } from "@/phrasing";
import {
  FIGURE_COLUMNS,
  outputDifference,
  shortNames,
  togetherCurve,
  type ComparedRun,
  type ShownComparison,
} from "@/records/facts";
import type { Piece, SheetFacts } from "../types";
import { wattsText } from "../words";

/** A comparison of the workshop: its curves, what its first two differ by, and long, the table of figures. */
export const comparisonBlock = (
  { comparisons }: SheetFacts,
  form: "short" | "long",
  setId: string,
): Piece[] => {
  const found = comparisons.find(({ set }) => set.id === setId);
  if (!found) return [];
  const { set, shown } = found;
  const names = shortNames(shown.members);
  const members = shown.members.flatMap(({ member, run, ratedWatts }, k) =>
    run ? [{ run, channel: member.channel, ratedWatts, name: names[k] }] : [],
  );
  const drawn = members.flatMap((member, k) => {
    const { curve } = togetherCurve(member, set);
    return curve ? [{ curve, label: member.name, channelIndex: k }] : [];
  });
  const [lead] = drawn;
  return [
    ...(members.length > 1 ? differenceText(members[0], members[1]) : []),
    ...(lead
      ? [
          {
            is: "chart",
            chart: {
              caption: set.name,
              x: lead.curve.x,
              y: lead.curve.y,
              curves: drawn.map(({ curve, label, channelIndex }) => ({
                label,
                points: curve.points,
                channelIndex,
                variant: 0,
                isGhost: false,
              })),
              band: null,
              runIds: members.map(({ run }) => run.id),
            },
          } as const,
        ]
      : []),
    ...(form === "long" ? figuresTable(shown) : []),
  ];
};

type Member = ComparedRun & { name: string };

/** Where one was not driven to its limit, so much at least or at most. */
const BOUND_WORDS = {
  "at-least": "at least ",
  "at-most": "at most ",
  unknown: "unknown, since neither was driven to its limit; as measured ",
} as const;

const differenceText = (first: Member, second: Member): Piece[] => {
  const output = outputDifference(first, second);
  if (!output) return [];
  const { firstWatts, secondWatts, bound, db, audibility, isReal } = output;
  return [
    {
      is: "text",
      text: `${first.name}: ${wattsText(firstWatts, null)}. ${second.name}: ${wattsText(secondWatts, null)}. That is ${bound === null ? "" : BOUND_WORDS[bound]}${db < 0 ? "−" : "+"}${formatFixed(Math.abs(db), 1)} dB, ${isReal ? audibility.words : "no significant difference"}.`,
      runId: first.run.id,
    },
  ];
};

const figuresTable = ({ amplifiers }: ShownComparison): Piece[] => {
  const columns = FIGURE_COLUMNS.flatMap(({ label }, k) =>
    amplifiers.some(({ figures }) => figures[k].value !== null) ? [{ label, k }] : [],
  );
  return columns.length === 0
    ? []
    : [
        {
          is: "table",
          head: ["", ...amplifiers.map(({ name }) => name)],
          rows: columns.map(({ label, k }) => [
            { text: label },
            ...amplifiers.map(({ figures }) => ({
              text: figureText(figures[k]),
              runId: figures[k].runId,
            })),
          ]),
        },
      ];
};
