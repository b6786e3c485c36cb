import { drivenText } from "@/core/claim";
import { isNearLoad } from "@/core/power";
import { RUN_KINDS, type RunKind } from "@/core/run";
import { formatShort } from "@/core/units";
import type { ComparisonSet } from "../comparisons";
import type { RunEntry } from "../run";
import { comparables, type Comparable } from "./comparedRuns";

/** Kinds whose comparison is asked for most, the first of all first. */
const ASKED: readonly RunKind[] = ["power-sweep", "response", "heat-soak", "spectrum"];
const MOST_SUGGESTED = 6;

const settingWords = ({ setting }: Comparable): string =>
  setting.replace(/^supply:\s*/i, "") || "default setting";

/** What two runs of the same kind differ in, where it is one thing only, and whether that is a supply or a switch; null else. */
const differenceOf = (
  a: Comparable,
  b: Comparable,
): { words: string; isSetting: boolean } | null => {
  const differ = [
    isNearLoad(a.nominalOhms, b.nominalOhms)
      ? null
      : `${formatShort(a.nominalOhms)} against ${formatShort(b.nominalOhms)} Ω`,
    a.channelsDriven === b.channelsDriven
      ? null
      : `${drivenText(a.channelsDriven)} against ${b.channelsDriven}`,
    a.setting === b.setting ? null : `${settingWords(a)} against ${settingWords(b)}`,
    a.isSimulated === b.isSimulated ? null : "measured against predicted",
  ].filter((each) => each !== null);
  return differ.length === 1 ? { words: differ[0], isSetting: a.setting !== b.setting } : null;
};

/** The conditions that both have, so that like pairs are distinguished. */
const commonText = (a: Comparable, b: Comparable): string =>
  [
    isNearLoad(a.nominalOhms, b.nominalOhms) ? `${formatShort(a.nominalOhms)} Ω` : "",
    a.channelsDriven === b.channelsDriven ? drivenText(a.channelsDriven) : "",
  ]
    .filter(Boolean)
    .map((part) => `, ${part}`)
    .join("");

/** What of one amplifier is worth a comparison: pairs of its runs that differ in one thing, first in a supply or a switch. @param entries newest first */
export const suggestedSets = (
  amplifierId: string,
  entries: readonly RunEntry[],
  newId: () => string,
): ComparisonSet[] =>
  ASKED.flatMap((kind) => {
    const found = comparables(entries, kind);
    return found.flatMap((first, k) =>
      found.slice(k + 1).flatMap((second) => {
        const difference = differenceOf(first, second);
        return difference ? [{ kind, first, second, ...difference }] : [];
      }),
    );
  })
    .toSorted((a, b) => Number(b.isSetting) - Number(a.isSetting))
    .slice(0, MOST_SUGGESTED)
    .map(({ kind, first, second, words }) => ({
      id: newId(),
      name: `${RUN_KINDS[kind].title}: ${words}${commonText(first, second)}`.slice(0, 120),
      kind,
      members: [first, second].map((each) => memberOf(amplifierId, each, newId())),
      chart: "",
      normalising: "as-measured" as const,
      meetAt: null,
      first: "",
      second: "",
    }));

/** A member that stands for the newest run under these conditions. */
export const memberOf = (
  amplifierId: string,
  { nominalOhms, channelsDriven, setting, isSimulated }: Comparable,
  id: string,
): ComparisonSet["members"][number] => ({
  id,
  amplifierId,
  nominalOhms,
  channelsDriven,
  setting,
  isSimulated,
  channel: 0,
  runId: null,
});
