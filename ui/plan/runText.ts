import { drivenText } from "@/core/claim";
import { RUN_KINDS, type PlannedRun } from "@/core/plan";
import { formatSignificant } from "@/core/units";
import type { Run } from "@/records";

/** "8 Ω, both channels driven, up to 55 W" */
export const conditionsText = ({ kind, loadOhms, channelsDriven, watts, setting }: PlannedRun): string =>
  [`${formatSignificant(loadOhms, 3).replace(/\.0+$/, "")} Ω`, drivenText(channelsDriven), watts > 0 ? `${RUN_KINDS[kind].meanRatio === 1 ? "" : "up to "}${formatSignificant(watts, 2)} W` : "input shorted", setting].filter((each) => each !== "").join(", ");

/** Whether a planned run has been made: same kind, load and channels. */
export const isMade = ({ kind, loadOhms, channelsDriven, setting }: PlannedRun, runs: readonly Run[]): boolean =>
  setting === "" && runs.some(({ kind: made, conditions }) => made === kind && Math.abs(conditions.nominalOhms / loadOhms - 1) < 0.1 && conditions.channelsDriven === channelsDriven);
