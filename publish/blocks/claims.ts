import type { ClaimOutcome } from "@/core/verdict";
import { OUTCOME_WORDS } from "@/drawing/outcomeWords";
import { groupOf, type ShownVerdict } from "@/records/facts";
import type { Cell, Piece, SheetFacts } from "../types";

const TONES = { met: "good", missed: "bad", open: "open" } as const;
const ORDER = ["missed", "open", "met"] as const;

export const outcomeCell = (outcome: ClaimOutcome): Cell => ({
  text: OUTCOME_WORDS[outcome],
  tone: TONES[groupOf(outcome)],
});

/** Every claim in its printed words with its reading and what it comes to: broken ones first. Long, with the judge's sentence. */
export const claimsBlock = ({ verdicts }: SheetFacts, form: "short" | "long"): Piece[] => {
  const ordered = verdicts.toSorted(
    (a, b) => ORDER.indexOf(groupOf(a.outcome)) - ORDER.indexOf(groupOf(b.outcome)),
  );
  if (ordered.length === 0) return [];
  const row = (verdict: ShownVerdict): Cell[] => [
    { text: `“${verdict.printedText.trim() || verdict.words}”` },
    { text: verdict.reading?.text ?? "–", runId: verdict.reading?.run?.id ?? null },
    outcomeCell(verdict.outcome),
    ...(form === "long" ? [{ text: verdict.sentence }] : []),
  ];
  return [
    {
      is: "table",
      head: ["Printed", "Measured", "Verdict", ...(form === "long" ? ["Because"] : [])],
      rows: ordered.map(row),
    },
  ];
};
