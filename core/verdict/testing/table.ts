// For tests only: verdicts row by row.
import { judge, type Evidence, type ClaimOutcome } from "..";
import { sheet } from "./evidence";

/** Why it must come out so, the sheet whose first claim is judged, the runs there are, and the outcome. */
export type Row = [why: string, text: string, evidence: Evidence[], outcome: ClaimOutcome];

/** Each row is judged with its runs in either order. */
export const check = (rows: readonly Row[]) =>
  test.each(rows)("%s", (_, text, evidence, outcome) => {
    const { claims, facts } = sheet(text);
    const verdicts = [evidence, evidence.toReversed()].map((each) => judge(claims[0], each, facts));
    expect(verdicts.map((verdict) => verdict.outcome)).toEqual([outcome, outcome]);
  });
