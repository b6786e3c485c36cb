import { drivenText } from "@/core/claim";
import { type PlannedRun } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import type { RunEntry } from "@/records";
import { isNearLoad } from "@/core/power";

/** "8 Ω, both channels driven, up to 55 W" */
export const conditionsText = ({
  kind,
  loadOhms,
  channelsDriven,
  watts,
  setting,
}: PlannedRun): string =>
  [
    `${formatShort(loadOhms)} Ω`,
    drivenText(channelsDriven),
    watts > 0
      ? `${RUN_KINDS[kind].plan.meanRatio === 1 ? "" : "up to "}${formatShort(watts, 2)} W`
      : "input shorted",
    setting,
  ]
    .filter((each) => each !== "")
    .join(", ");

/** Whether a planned run has been made: same kind, load, channels and setting, and not struck out. */
export const isMade = (planned: PlannedRun, runs: readonly RunEntry[]): boolean =>
  runs.some(
    ({ kind, nominalOhms, channelsDriven, setting, isStruck }) =>
      kind === planned.kind &&
      !isStruck &&
      setting === planned.setting &&
      isNearLoad(nominalOhms, planned.loadOhms) &&
      channelsDriven === planned.channelsDriven,
  );

/** Where a plan stands: the next run, and how many are made. Null without a plan. */
export type NextPlanned = { next: PlannedRun | null; madeCount: number; plannedCount: number };

export const nextPlanned = (
  planned: readonly PlannedRun[],
  runs: readonly RunEntry[],
): NextPlanned | null => {
  if (planned.length === 0) return null;
  const open = planned.filter((run) => !isMade(run, runs));
  return {
    next: open[0] ?? null,
    madeCount: planned.length - open.length,
    plannedCount: planned.length,
  };
};
