import type { ClaimOutcome } from "@/core/verdict";
import { OUTCOME_LABELS, type ShownVerdict } from "@/phrasing";
import { groupOf } from "@/records/facts";
import type { Cell, Piece, SheetFacts } from "../types";

const TONES = { met: "good", missed: "bad", open: "open" } as const;
const ORDER = ["missed", "open", "met"] as const;

export const outcomeCell = (outcome: ClaimOutcome): Cell => ({
  text: OUTCOME_LABELS[outcome],
  tone: TONES[groupOf(outcome)],
});

/** Every claim as printed, with its reading and outcome; those that are not met first. The long form adds the verdict in words. */
export const claimsBlock = ({ verdicts }: SheetFacts, form: "short" | "long"): Piece[] => {
  const ordered = verdicts.toSorted(
    (a, b) => ORDER.indexOf(groupOf(a.outcome)) - ORDER.indexOf(groupOf(b.outcome)),
  );
  if (ordered.length === 0) return [];
  const row = (verdict: ShownVerdict): Cell[] => [
    { text: `“${verdict.printedText.trim() || verdict.words}”` },
    { text: verdict.reading?.text ?? "–", runId: verdict.reading?.run?.id ?? null },
    outcomeCell(verdict.outcome),
    ...(form === "long" ? [{ text: verdict.headline.text }] : []),
  ];
  return [
    {
      is: "table",
      head: ["Printed", "Measured", "Verdict", ...(form === "long" ? ["Why"] : [])],
      rows: ordered.map(row),
    },
  ];
};
