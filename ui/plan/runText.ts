import { drivenText } from "@/core/claim";
import { RUN_KINDS, type PlannedRun } from "@/core/plan";
import { formatShort } from "@/core/units";
import type { Run } from "@/records";

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
      ? `${RUN_KINDS[kind].meanRatio === 1 ? "" : "up to "}${formatShort(watts, 2)} W`
      : "input shorted",
    setting,
  ]
    .filter((each) => each !== "")
    .join(", ");

/** Whether a planned run has been made: same kind, load, channels and setting, and not struck out. */
export const isMade = (
  { kind, loadOhms, channelsDriven, setting }: PlannedRun,
  runs: readonly Run[],
): boolean =>
  runs.some(
    ({ kind: made, conditions, remarks }) =>
      made === kind &&
      remarks.struck === null &&
      (conditions.setting ?? "") === setting &&
      Math.abs(conditions.nominalOhms / loadOhms - 1) < 0.1 &&
      conditions.channelsDriven === channelsDriven,
  );

/** Where a plan stands: the next run, and how many are made. Null without a plan. */
export type NextPlanned = { next: PlannedRun | null; madeCount: number; plannedCount: number };

export const nextPlanned = (
  planned: readonly PlannedRun[],
  runs: readonly Run[],
): NextPlanned | null => {
  if (planned.length === 0) return null;
  const open = planned.filter((run) => !isMade(run, runs));
  return {
    next: open[0] ?? null,
    madeCount: planned.length - open.length,
    plannedCount: planned.length,
  };
};
