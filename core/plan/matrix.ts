import { isNearLoad } from "../power";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "../run";
import { BRIDGED, claimedSettings, otherSettings } from "./propose";
import type { PlanFacts, PlannedRun } from "./types";

/** What output may be measured under: one run of the plan, or none. */
export type MatrixCell = Pick<PlannedRun, "kind" | "loadOhms" | "channelsDriven" | "setting"> & {
  /** Two outputs have the load between them. */ isBridged: boolean;
  /** A claim is made for just this. */
  isClaimed: boolean;
};

/** All that can be measured on one supply and setting into one load. */
export type MatrixRow = {
  setting: string;
  /** The setting departs in several things from the amplifier as supplied, and no claim names it. */
  isCombined: boolean;
  loadOhms: number;
  cells: readonly MatrixCell[];
};

/** More settings than these are no longer a table to choose from. Chosen here. */
const MOST_COMBINED = 100;

/**
 * Every supply with every position of every switch, those with the fewest changes first; what is as supplied is not named. Where these
 * are too many, every supply with one switch at a time.
 */
const combinedSettings = ({ otherSupplies, switches }: PlanFacts): string[] => {
  const supplies = otherSupplies.map((name) => `supply: ${name}`);
  const moved = switches.map(({ name, positions }) =>
    positions.slice(1).map((position) => `${name}: ${position}`),
  );
  const choices = [supplies, ...moved];
  if (choices.reduce((count, parts) => count * (1 + parts.length), 1) > MOST_COMBINED)
    return supplies.flatMap((supply) => moved.flat().map((part) => `${supply}, ${part}`));
  return choices
    .reduce<string[][]>(
      (made, parts) => made.flatMap((so) => [so, ...parts.map((part) => [...so, part])]),
      [[]],
    )
    .toSorted((one, other) => one.length - other.length)
    .map((parts) => parts.join(", "));
};

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

/**
 * Kinds of run that are made for claims, with how many channels are driven in each; a bridge drives its pairs, in a sweep of its own kind
 * and in bursts.
 */
const columnsOf = (
  facts: PlanFacts,
): Pick<MatrixCell, "kind" | "channelsDriven" | "isBridged">[] => {
  const { hasBridging, channelCount } = facts;
  const pairs = hasBridging && channelCount > 1 ? Math.floor(channelCount / 2) : 0;
  const bridged = (kind: RunKind) =>
    pairs > 0 ? [{ kind, channelsDriven: pairs, isBridged: true }] : [];
  return RUN_KIND_NAMES.flatMap((kind) => {
    const { isBridged, plan } = RUN_KINDS[kind];
    if (isBridged) return bridged(kind);
    if (plan.madeFor === undefined) return [];
    const single = countsOf(facts).map((channelsDriven) => ({
      kind,
      channelsDriven,
      isBridged: false,
    }));
    return [...single, ...(kind === "burst" ? bridged(kind) : [])];
  });
};

/**
 * Every combination of supply and setting, load, kind of run and channels driven under which output can be measured; the amplifier as
 * supplied first. Definition: claimed is what a claim of power names.
 */
export const planMatrix = (facts: PlanFacts): MatrixRow[] => {
  const simple = [...claimedSettings(facts), ...otherSettings(facts)];
  const settings = [...new Set([...simple, ...combinedSettings(facts)])];
  const columns = columnsOf(facts);
  return settings.flatMap((setting) =>
    loadsOf(facts).map((loadOhms) => ({
      setting,
      isCombined: !simple.includes(setting),
      loadOhms,
      cells: columns.map(({ kind, channelsDriven, isBridged }) => ({
        kind,
        channelsDriven,
        isBridged,
        loadOhms,
        setting: isBridged ? [setting, BRIDGED].filter(Boolean).join(", ") : setting,
        isClaimed:
          !isBridged &&
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
