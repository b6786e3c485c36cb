import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import { uncertainText } from "@/phrasing";
import type { Run } from "@/records";

/** "13.0 ± 2.3 W" of a power and its expanded uncertainty. */
export const wattsText = (watts: number, expanded: number | null): string =>
  expanded === null ? `${formatShort(watts, 3)} W` : uncertainText(watts, expanded, "W");

/** "Power against distortion, 4 Ω, two channels driven, 32 V brick" */
export const runText = ({ kind, conditions, source }: Run): string =>
  [
    RUN_KINDS[kind].title,
    `${formatShort(conditions.nominalOhms)} Ω`,
    drivenText(conditions.channelsDriven),
    (conditions.setting ?? "").replace(/^supply:\s*/i, ""),
    source === "simulated-bench" ? "simulated result" : "",
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
