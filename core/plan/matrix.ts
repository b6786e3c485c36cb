import { isNearLoad } from "../power";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "../run";
import { claimedSettings, otherSettings } from "./propose";
import type { PlanFacts, PlannedRun } from "./types";

/** What output may be measured under: one run of the plan, or none. */
export type MatrixCell = Pick<PlannedRun, "kind" | "loadOhms" | "channelsDriven" | "setting"> & {
  /** A claim is made for just this. */
  isClaimed: boolean;
};

/** All that can be measured on one supply and setting into one load. */
export type MatrixRow = { setting: string; loadOhms: number; cells: readonly MatrixCell[] };

const ascending = (one: number, other: number): number => one - other;

/** Loads that are claimed or built, each once, high ohms first. */
const loadsOf = ({ claims, loadOhms }: PlanFacts): number[] =>
  [...claims.map((claim) => claim.loadOhms), ...loadOhms]
    .filter((ohms, k, all) => all.findIndex((each) => isNearLoad(each, ohms)) === k)
    .sort(ascending)
    .reverse();

/** How many channels are driven: one, as many as are claimed, all. */
const countsOf = ({ claims, channelCount }: PlanFacts): number[] =>
  [...new Set([1, ...claims.map(({ channelsDriven }) => channelsDriven), channelCount])].sort(
    ascending,
  );

/** What plans call two outputs with one load between them. */
const BRIDGED = "bridged";

/** Kinds of run that are made for claims, with how many channels are driven in each; a bridge drives its pairs. */
const columnsOf = (facts: PlanFacts): { kind: RunKind; channelsDriven: number }[] =>
  RUN_KIND_NAMES.flatMap((kind) => {
    const { isBridged, plan } = RUN_KINDS[kind];
    if (isBridged)
      return facts.hasBridging && facts.channelCount > 1
        ? [{ kind, channelsDriven: Math.floor(facts.channelCount / 2) }]
        : [];
    const { madeFor } = plan;
    if (madeFor === undefined) return [];
    const counts = madeFor === "each-claim" ? countsOf(facts) : [facts.channelCount];
    return counts.map((channelsDriven) => ({ kind, channelsDriven }));
  });

/**
 * Every combination of supply and setting, load, kind of run and channels driven under which output can be measured; the amplifier as
 * supplied first. Definition: claimed is what a claim of power names.
 */
export const planMatrix = (facts: PlanFacts): MatrixRow[] => {
  const settings = [...new Set([...claimedSettings(facts), ...otherSettings(facts)])];
  const columns = columnsOf(facts);
  return settings.flatMap((setting) =>
    loadsOf(facts).map((loadOhms) => ({
      setting,
      loadOhms,
      cells: columns.map(({ kind, channelsDriven }) => ({
        kind,
        channelsDriven,
        loadOhms,
        setting: RUN_KINDS[kind].isBridged
          ? [setting, BRIDGED].filter(Boolean).join(", ")
          : setting,
        isClaimed:
          RUN_KINDS[kind].plan.madeFor === "each-claim" &&
          facts.claims.some(
            (claim) =>
              (claim.setting ?? "") === setting &&
              isNearLoad(claim.loadOhms, loadOhms) &&
              claim.channelsDriven === channelsDriven,
          ),
      })),
    })),
  );
};

/** Whether a run of a plan is the one that a cell stands for. Definition: the same kind, channels and setting, into a load near it. */
export const isInCell = (
  run: Pick<PlannedRun, "kind" | "loadOhms" | "channelsDriven" | "setting">,
  cell: MatrixCell,
): boolean =>
  run.kind === cell.kind &&
  run.channelsDriven === cell.channelsDriven &&
  run.setting === cell.setting &&
  isNearLoad(run.loadOhms, cell.loadOhms);

/** What must be changed by hand between the runs of a plan in their order. Definition: each run against the one before it. */
export const changesIn = (runs: readonly PlannedRun[]): { settings: number; loads: number } => {
  const differs = (of: (run: PlannedRun) => unknown): number =>
    runs.slice(1).filter((run, k) => of(run) !== of(runs[k])).length;
  return {
    settings: differs(({ setting }) => setting),
    loads: differs(({ loadOhms }) => loadOhms),
  };
};
