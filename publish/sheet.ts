import { figureText } from "@/phrasing";
import { amplifierLine, amplifierName, BLOCK_KINDS, type Block, type Run } from "@/records";
import { BLOCKS } from "./blocks";
import { HEADINGS } from "./blocks/headings";
import type { Cell, Piece, PublishedPage, SheetFacts, SheetSection } from "./types";
import { newBlock } from "./templates";

/** The page that blocks and facts make together. */
export const sheetOf = (facts: SheetFacts): PublishedPage => {
  const { publication, amplifier, at } = facts;
  const sections = publication.blocks.map((block) => sectionOf(facts, block));
  const ids = [...new Set(sections.flatMap(({ pieces }) => pieces.flatMap(runsIn)))];
  const known = new Map(runsOf(facts).map((run) => [run.id, run]));
  return {
    title: publication.title.trim() || `${amplifierName(amplifier)}, measured`,
    subtitle: amplifierLine(amplifier),
    author: publication.author.trim(),
    at,
    sections,
    runs: ids.flatMap((id) => known.get(id) ?? []),
  };
};

/** All runs that a page may refer to. */
const runsOf = ({ runs, comparisons }: SheetFacts): Run[] => [
  ...runs,
  ...comparisons.flatMap(({ shown }) => shown.members.flatMap(({ run }) => run ?? [])),
];

/** The words that follow from the measurements, as they would be edited, by kind of block and form. */
export const usualTexts = (facts: SheetFacts): Record<string, string> =>
  Object.fromEntries(
    BLOCK_KINDS.flatMap((kind) =>
      (["short", "long"] as const).map((form) => [
        `${kind} ${form}`,
        BLOCKS[kind]
          .make(facts, newBlock(kind, "", form))
          .flatMap((piece) => (piece.is === "text" ? piece.text : []))
          .join("\n"),
      ]),
    ),
  );

/** Every text with a figure that follows from the measurements or stands in the claims: what the reviewer writes is held against these. */
export const measuredTexts = (facts: SheetFacts): string[] => [
  ...facts.verdicts.flatMap(({ printedText, words, sentence, reading }) => [
    printedText,
    words,
    sentence,
    reading?.text ?? "",
    reading?.margin ?? "",
  ]),
  ...facts.figures.map((figure) => figureText(figure)),
  ...BLOCK_KINDS.flatMap((kind) =>
    BLOCKS[kind].make(facts, newBlock(kind, "", "long")).flatMap(textsIn),
  ),
  ...facts.comparisons.flatMap(({ set }) =>
    BLOCKS.comparison
      .make(facts, { ...newBlock("comparison", "", "long"), setId: set.id })
      .flatMap(textsIn),
  ),
];

const textsIn = (piece: Piece): string[] => {
  if (piece.is === "text" || piece.is === "note") return [piece.text];
  if (piece.is === "figure")
    return [`${piece.value} ${piece.unit}`, piece.words, `${piece.plusMinus ?? ""} ${piece.unit}`];
  return piece.is === "table" ? piece.rows.flatMap((row) => row.map(({ text }) => text)) : [];
};

const sectionOf = (facts: SheetFacts, block: Block): SheetSection => {
  const { empty, make } = BLOCKS[block.kind];
  const made = make(facts, block);
  const own = block.text?.trim() ?? "";
  const pieces: Piece[] =
    block.text === null
      ? made
      : [
          ...own
            .split(/\n+/)
            .filter(Boolean)
            .map((text): Piece => ({ is: "text", text })),
          ...made.filter(({ is }) => is !== "text"),
        ];
  return {
    id: block.id,
    heading: block.heading.trim() || HEADINGS[block.kind],
    pieces,
    empty: pieces.length === 0 ? empty : null,
  };
};

const cellRuns = (row: readonly Cell[]): string[] => row.flatMap(({ runId }) => runId ?? []);

/** The runs that a piece refers to. */
const runsIn = (piece: Piece): string[] => {
  if (piece.is === "table") return piece.rows.flatMap(cellRuns);
  if (piece.is === "chart") return [...piece.chart.runIds];
  return "runId" in piece && piece.runId ? [piece.runId] : [];
};
