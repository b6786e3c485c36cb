import { amplifierName } from "@/records";
import { groupOf, isJudged } from "@/records/facts";
import type { Piece, SheetFacts } from "../types";
import { countText, wattsText } from "../words";

/** One or two sentences: what it gives, and how many of its claims it keeps. */
export const summarySentences = ({
  amplifier,
  verdicts,
  schools,
  honest,
}: SheetFacts): { text: string; runId: string | null }[] => {
  const one = schools.find(
    ({ name, driven }) => name === "one-percent" && driven === "all",
  )?.reading;
  const groups = verdicts
    .filter((verdict) => isJudged(verdict))
    .map(({ outcome }) => groupOf(outcome));
  const count = (group: string) => groups.filter((each) => each === group).length;
  const [met, missed, open] = ["met", "missed", "open"].map(count);
  const channels = amplifier.channelCount > 1 ? " per channel, all channels driven" : "";
  return [
    ...(one
      ? [
          {
            text: `The ${amplifierName(amplifier)} gives ${one.bound === "at-least" ? "at least " : ""}${wattsText(one.powerWatts, one.expandedUncertainty)}${channels}, at 1 % THD+N and 1 kHz${one.isRehearsed ? " (only on the simulated bench)" : ""}.`,
            runId: one.runId,
          },
        ]
      : []),
    ...(honest
      ? [{ text: `${wattsText(honest.powerWatts, null)} would be an honest rating.`, runId: null }]
      : []),
    ...(groups.length > 0
      ? [
          {
            text: `Of ${countText(groups.length)} claim${groups.length === 1 ? "" : "s"} that could be judged it keeps ${countText(met)} and breaks ${countText(missed)}${open > 0 ? `; ${countText(open)} stay${open === 1 ? "s" : ""} open` : ""}.`,
            runId: null,
          },
        ]
      : []),
  ];
};

export const summaryBlock = (facts: SheetFacts): Piece[] =>
  summarySentences(facts).map(({ text, runId }) => ({ is: "text", text, runId }));
