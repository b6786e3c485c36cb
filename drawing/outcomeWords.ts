import type { ClaimOutcome } from "@/core/verdict";

/** A verdict in a word. */
export const OUTCOME_WORDS: Readonly<Record<ClaimOutcome, string>> = {
  met: "met",
  missed: "missed",
  "too-close": "too close to call",
  "met-in-bursts": "met only in bursts",
  "met-fewer-channels": "met with fewer channels",
  "met-other-setting": "met with another setting",
  "met-as-total": "met only as a total",
  "not-tested": "not tested",
  "not-testable": "not testable",
};
