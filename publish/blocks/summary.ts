import { formatShort } from "@/core/units";
import { capital, countText, uncertainText } from "@/phrasing";
import { amplifierName } from "@/records";
import { groupOf, isJudged } from "@/records/facts";
import type { Piece, SheetFacts } from "../types";

/** In a few sentences: what it delivers, the recommended rating, and how many of its claims are met. */
export const summarySentences = ({
  amplifier,
  verdicts,
  ratings,
  recommended,
  outputs,
}: SheetFacts): { text: string; runId: string | null }[] => {
  const one = ratings.find(
    ({ name, driven }) => name === "one-percent" && driven === "all",
  )?.reading;
  const groups = verdicts
    .filter((verdict) => isJudged(verdict))
    .map(({ outcome }) => groupOf(outcome));
  const count = (group: string) => groups.filter((each) => each === group).length;
  const [met, missed, open] = ["met", "missed", "open"].map(count);
  const isMulti = amplifier.channelCount > 1;
  return [
    ...(one
      ? [
          {
            text: `The ${amplifierName(amplifier)} delivers ${one.bound === "at-least" ? "at least " : ""}${uncertainText(one.powerWatts, one.expandedUncertainty, "W")}${isMulti ? " per channel" : ""}${loadsText(outputs, one.runId)} at 1 % THD+N and 1 kHz${isMulti ? ", all channels driven" : ""}${one.isRehearsed ? " (simulated result)" : ""}.`,
            runId: one.runId,
          },
        ]
      : []),
    ...(recommended
      ? [
          {
            text: `Recommended rating: ${formatShort(recommended.powerWatts)} W${isMulti ? " per channel" : ""}.`,
            runId: null,
          },
        ]
      : []),
    ...(groups.length > 0
      ? [{ text: countedSentence({ met, missed, open, all: verdicts.length }), runId: null }]
      : []),
  ];
};

/** The load of that output, and what it gives into the others under otherwise the same conditions: " into 8 Ω and 80 W into 4 Ω". */
const loadsText = (outputs: SheetFacts["outputs"], runId: string): string => {
  const own = outputs.find((output) => output.runId === runId);
  if (!own) return "";
  const others = outputs.filter(
    ({ kind, connection, setting, channelsDriven, nominalOhms }) =>
      kind.code === "continuous" &&
      connection === own.connection &&
      setting === own.setting &&
      channelsDriven === own.channelsDriven &&
      nominalOhms !== own.nominalOhms,
  );
  return ` into ${formatShort(own.nominalOhms)} Ω${others
    .map(
      ({ watts, isAtLeast, nominalOhms }, k) =>
        `${k === others.length - 1 ? " and" : ","} ${isAtLeast ? "at least " : ""}${formatShort(watts, 3)} W into ${formatShort(nominalOhms)} Ω`,
    )
    .join("")}`;
};

/** "Seven of ten claims are met, one is not met, two are open." */
const countedSentence = ({
  met,
  missed,
  open,
  all,
}: Record<"met" | "missed" | "open" | "all", number>): string => {
  const untested = all - met - missed - open;
  const are = (count: number, words: string) =>
    `${count === 0 ? "none" : countText(count)} ${count === 1 || count === 0 ? "is" : "are"} ${words}`;
  const rest = open + untested;
  return `${capital(`of ${countText(all)} claim${all === 1 ? "" : "s"} ${are(met, "met")}`)}, ${are(missed, "not met")}${rest > 0 ? `, ${are(rest, "open")}` : ""}.`;
};

export const summaryBlock = (facts: SheetFacts): Piece[] =>
  summarySentences(facts).map(({ text, runId }) => ({ is: "text", text, runId }));
