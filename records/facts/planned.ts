import { drivenText } from "@/core/claim";
import { type PlannedRun } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import type { Load, RunEntry } from "@/records";
import { isNearLoad } from "@/core/power";

/** "8 Ω, two channels driven, up to 55 W" */
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
export const isMade = (
  planned: Pick<PlannedRun, "kind" | "loadOhms" | "channelsDriven" | "setting">,
  runs: readonly RunEntry[],
): boolean =>
  runs.some(
    ({ kind, nominalOhms, channelsDriven, setting, isStruck }) =>
      kind === planned.kind &&
      !isStruck &&
      setting === planned.setting &&
      isNearLoad(nominalOhms, planned.loadOhms) &&
      channelsDriven === planned.channelsDriven,
  );

/** A planned run that cannot be made as things are, and why. */
export type SkippedRun = { run: PlannedRun; reason: string };

/** Where a plan stands: the next run, those after it, those that have to wait, and how many are made. Null without a plan. */
export type NextPlanned = {
  next: PlannedRun | null;
  /** The next and all that can follow. */
  open: readonly PlannedRun[];
  skipped: readonly SkippedRun[];
  madeCount: number;
  plannedCount: number;
};

/** What stands ready: the loads that are built, and whether risky cautions are still unconfirmed for what is real. */
export type Ready = {
  loads: readonly Pick<Load, "nominalOhms" | "channels">[];
  isSimulated: boolean;
  hasUnconfirmed: boolean;
};

/** Why a planned run has to wait: its load is not built, no instrument here can do it, or a caution is not confirmed; null where it can be made. */
export const whySkipped = (run: PlannedRun, ready: Ready): string | null => {
  const { takesMeterOnly, takesSecondLoad, isBridged } = RUN_KINDS[run.kind];
  const load = ready.loads.find(({ nominalOhms }) => isNearLoad(nominalOhms, run.loadOhms));
  if (!load) return `no ${formatShort(run.loadOhms)} Ω load is built`;
  if (!isBridged && load.channels.length < run.channelsDriven)
    return `the ${formatShort(run.loadOhms)} Ω load has fewer channels`;
  if (takesSecondLoad && ready.loads.length < 2) return "it needs a second load";
  if (takesMeterOnly && ready.isSimulated) return "it needs a meter and a loudspeaker";
  return !ready.isSimulated && ready.hasUnconfirmed && run.watts > 0
    ? "a caution is not confirmed yet"
    : null;
};

/** The first run that is not made and can be; what has to wait is passed over, and offered again once it can be made. */
export const nextPlanned = (
  planned: readonly PlannedRun[],
  runs: readonly RunEntry[],
  ready: Ready,
): NextPlanned | null => {
  if (planned.length === 0) return null;
  const unmade = planned.filter((run) => !isMade(run, runs));
  const open = unmade.filter((run) => whySkipped(run, ready) === null);
  return {
    next: open[0] ?? null,
    open,
    skipped: unmade.flatMap((run) => {
      const reason = whySkipped(run, ready);
      return reason === null ? [] : [{ run, reason }];
    }),
    madeCount: planned.length - unmade.length,
    plannedCount: planned.length,
  };
};
