import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { formatShort, formatWithUncertainty } from "@/core/units";
import type { Run } from "@/records";

/** "13.0 ± 2.3 W" of a power and its expanded uncertainty. */
export const wattsText = (watts: number, expanded: number | null): string => {
  if (expanded === null || !(expanded > 0)) return `${formatShort(watts, 3)} W`;
  const { value, uncertainty } = formatWithUncertainty(watts, expanded);
  return `${value} ± ${uncertainty} W`;
};

/** "Power against distortion, 4 Ω, two channels driven, 32 V brick" */
export const runText = ({ kind, conditions, source }: Run): string =>
  [
    RUN_KINDS[kind].title,
    `${formatShort(conditions.nominalOhms)} Ω`,
    drivenText(conditions.channelsDriven),
    (conditions.setting ?? "").replace(/^supply:\s*/i, ""),
    source === "simulated-bench" ? "only on the simulated bench" : "",
  ]
    .filter(Boolean)
    .join(", ");

/** "28 November 2026" of UTC text. */
export const dateText = (at: string): string =>
  new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "long",
    year: "numeric",
    timeZone: "UTC",
  }).format(new Date(at));

/** "one", "two", ... "twelve", then figures. */
export const countText = (count: number): string =>
  [
    "none",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
  ][count] ?? String(count);
