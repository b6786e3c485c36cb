import type { ClaimOutcome, Verdict } from "@/core/verdict";

/** Where a claim stands on the page: met, not met, or open. A claim met only under other conditions than printed is not met. */
export type VerdictGroup = "met" | "missed" | "open";
const GROUPS: Record<ClaimOutcome, VerdictGroup> = {
  met: "met",
  missed: "missed",
  "met-in-bursts": "missed",
  "met-fewer-channels": "missed",
  "met-other-setting": "missed",
  "met-as-total": "missed",
  "too-close": "open",
  "not-tested": "open",
  "not-testable": "open",
};

/** In which group an outcome is shown and counted. */
export const groupOf = (outcome: ClaimOutcome): VerdictGroup => GROUPS[outcome];

/** The outcomes of a group. */
export const outcomesIn = (group: VerdictGroup): ClaimOutcome[] =>
  (Object.keys(GROUPS) as ClaimOutcome[]).filter((outcome) => GROUPS[outcome] === group);

/** Whether a real bench has tested it. */
export const isJudged = ({ outcome, nearest }: Pick<Verdict, "outcome" | "nearest">): boolean =>
  outcome === "not-testable"
    ? nearest !== null && nearest.outcome !== "not-tested"
    : outcome !== "not-tested";
