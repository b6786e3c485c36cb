import { RUN_KIND_NAMES, RUN_KINDS, type PlanSize, type RunKind } from "../run";
import type { PlanFacts, PlannedClaim, PlannedRun } from "./types";
import { isNearLoad } from "../power";

const SIZES: readonly PlanSize[] = ["quick", "standard", "everything"];

/**
 * The runs that claims, switches, supplies and loads call for, gentle before violent. What depends on power is made for each
 * claimed load, with all its channels driven, and beyond a quick look with one; loads that are built but not claimed come
 * with everything.
 * Common practice of bench reviews; each kind says what calls for it.
 */
export const proposePlan = (facts: PlanFacts, size: PlanSize): PlannedRun[] => {
  const wanted = (kind: RunKind) => {
    const { from } = RUN_KINDS[kind].plan;
    return from !== null && SIZES.indexOf(from) <= SIZES.indexOf(size);
  };
  const runs = RUN_KIND_NAMES.filter(wanted).flatMap((kind) => runsOf(kind, facts, size));
  const unique = new Map(
    runs.map((run) => [
      JSON.stringify([run.kind, run.loadOhms, run.channelsDriven, run.setting]),
      run,
    ]),
  );
  return orderedGently(
    [...unique.values()].map((run, index) => ({ ...run, id: `${run.kind}-${index + 1}` })),
  );
};

type Draft = Omit<PlannedRun, "id">;

/** What plans call two outputs with one load between them. */
export const BRIDGED = "bridged";

const isBridgedIn = (kind: RunKind, setting: string): boolean =>
  RUN_KINDS[kind].isBridged === true || setting.split(", ").includes(BRIDGED);

const runsOf = (kind: RunKind, facts: PlanFacts, size: PlanSize): Draft[] => {
  const { claims, channelCount } = facts;
  const { isBridged, plan } = RUN_KINDS[kind];
  const ohms = usualOhms(facts);
  const usualDriven = claims[0]?.channelsDriven ?? channelCount;
  if (isBridged)
    return facts.hasBridging && channelCount > 1
      ? [
          draftOf(kind, facts, {
            loadOhms: ohms,
            channelsDriven: Math.floor(channelCount / 2),
            setting: BRIDGED,
          }),
        ]
      : [];
  if (plan.madeFor === "each-claim") return forEachClaim(kind, facts, size);
  if (plan.madeFor === "each-claimed-load")
    return settingsOf(facts, size).flatMap((setting) => {
      const loads = loadsFor(facts, setting, size);
      return (loads.length === 0 && setting === "" ? [ohms] : loads).map((each) =>
        draftOf(kind, facts, { loadOhms: each, channelsDriven: usualDriven, setting }),
      );
    });
  return [
    draftOf(kind, facts, {
      loadOhms: plan.loadOhms ?? ohms,
      channelsDriven: plan.channelsDriven ?? channelCount,
      setting: "",
    }),
  ];
};

/** Settings that claims are made for, the amplifier as supplied first. Common practice: what no claim names is measured too. */
export const claimedSettings = ({ claims }: PlanFacts): string[] => [
  ...new Set(["", ...claims.map(({ setting = "" }) => setting)]),
];

/** Each supply beyond the one in the box, and each switch away from its usual position. Common practice: one change at a time. */
export const otherSettings = ({ otherSupplies, switches }: PlanFacts): string[] => [
  ...otherSupplies.map((name) => `supply: ${name}`),
  ...switches.flatMap(({ name, positions }) =>
    positions.slice(1).map((position) => `${name}: ${position}`),
  ),
];

const madeFor = ({ claims }: PlanFacts, setting: string): PlannedClaim[] =>
  claims.filter((claim) => (claim.setting ?? "") === setting);

/** Settings that a plan of this size goes through. */
const settingsOf = (facts: PlanFacts, size: PlanSize): string[] => [
  ...new Set([...claimedSettings(facts), ...(size === "everything" ? otherSettings(facts) : [])]),
];

/** Loads that are claimed for a setting; with everything, all that are claimed at all, and of the amplifier as supplied all that are built. */
const loadsFor = (facts: PlanFacts, setting: string, size: PlanSize): number[] => {
  const own = madeFor(facts, setting).map(({ loadOhms }) => loadOhms);
  const isUsual = setting === "";
  const isEverything = size === "everything";
  return [
    ...new Set([
      ...own,
      ...(isEverything ? claimedLoads(facts) : []),
      ...(isUsual && (isEverything || facts.claims.length === 0) ? facts.loadOhms : []),
    ]),
  ];
};

/** At each setting and load with as many channels as are claimed and with all; of a setting that nobody claims, with as many as is usual. */
const forEachClaim = (kind: RunKind, facts: PlanFacts, size: PlanSize): Draft[] => {
  const { claims, channelCount } = facts;
  const counts = (setting: string, ohms: number): number[] => {
    const own = madeFor(facts, setting);
    return setting !== "" && own.length === 0
      ? [claims[0]?.channelsDriven ?? channelCount]
      : [
          ...own.filter(({ loadOhms }) => loadOhms === ohms).map((claim) => claim.channelsDriven),
          channelCount,
          ...(size === "quick" ? [] : [1]),
        ];
  };
  return settingsOf(facts, size).flatMap((setting) =>
    loadsFor(facts, setting, size).flatMap((loadOhms) =>
      [...new Set(counts(setting, loadOhms))].map((channelsDriven) =>
        draftOf(kind, facts, { loadOhms, channelsDriven, setting }),
      ),
    ),
  );
};

/** Every load that any claim names; the usual one where none does. */
const claimedLoads = (facts: PlanFacts): number[] =>
  facts.claims.length === 0
    ? [usualOhms(facts)]
    : [...new Set(facts.claims.map(({ loadOhms }) => loadOhms))];

/**
 * A run of some kind, with its defaults as far as nothing else is asked: at the first claim's load, all channels driven. Its id is not
 * among those of `runs`. Chosen here, because most claims are for all channels.
 */
export const newRun = (
  kind: RunKind,
  facts: PlanFacts,
  runs: readonly Pick<PlannedRun, "id">[],
  asked: Partial<Pick<PlannedRun, "loadOhms" | "channelsDriven" | "setting">> = {},
): PlannedRun => {
  let number = runs.length + 1;
  while (runs.some(({ id }) => id === `${kind}-${number}`)) number++;
  return {
    id: `${kind}-${number}`,
    ...draftOf(kind, facts, {
      loadOhms: asked.loadOhms ?? usualOhms(facts),
      channelsDriven: asked.channelsDriven ?? facts.channelCount,
      setting: asked.setting ?? "",
    }),
  };
};

const usualOhms = ({ claims, loadOhms }: PlanFacts): number =>
  claims[0]?.loadOhms ?? loadOhms[0] ?? 8;

const draftOf = (
  kind: RunKind,
  facts: PlanFacts,
  {
    loadOhms,
    channelsDriven,
    setting,
  }: { loadOhms: number; channelsDriven: number; setting: string },
): Draft => ({
  kind,
  loadOhms,
  channelsDriven,
  // Each half of a bridge sees half the load, and both give as much as there.
  watts: isBridgedIn(kind, setting)
    ? 2 * wattsOf(kind, facts, loadOhms / 2, 2 * channelsDriven)
    : wattsOf(kind, facts, loadOhms, channelsDriven),
  seconds: RUN_KINDS[kind].plan.seconds,
  setting,
  proves: isBridgedIn(kind, setting)
    ? []
    : provenBy(kind, madeFor(facts, setting), loadOhms, channelsDriven),
});

const wattsOf = (
  kind: RunKind,
  { expectedWatts }: PlanFacts,
  ohms: number,
  channelsDriven: number,
): number => {
  const { level } = RUN_KINDS[kind].plan;
  return "watts" in level
    ? level.watts
    : Number((level.ratio * expectedWatts(ohms, channelsDriven)).toPrecision(2));
};

/** A run that tests claims of power proves the claims of its load, channels and setting. */
const provenBy = (
  kind: RunKind,
  claims: readonly PlannedClaim[],
  ohms: number,
  channelsDriven: number,
): string[] =>
  RUN_KINDS[kind].speaksTo === "power"
    ? claims
        .filter(
          (claim) => isNearLoad(claim.loadOhms, ohms) && claim.channelsDriven === channelsDriven,
        )
        .map(({ id }) => id)
    : [];

/**
 * Gentle before violent, and among equals default settings before any other, all runs of one supply or switch position together, high
 * ohms before low, one channel before all: as few changes by hand as that leaves. Equal runs keep their order.
 * Common practice: what may harm comes last.
 */
export const orderedGently = (runs: readonly PlannedRun[]): PlannedRun[] => {
  const settings = ["", ...new Set(runs.map(({ setting }) => setting))];
  return runs.toSorted(
    (left, right) =>
      RUN_KINDS[left.kind].plan.violence - RUN_KINDS[right.kind].plan.violence ||
      settings.indexOf(left.setting) - settings.indexOf(right.setting) ||
      right.loadOhms - left.loadOhms ||
      left.channelsDriven - right.channelsDriven,
  );
};

/**
 * Runs that come before a gentler one: for a word of warning where the order was changed by hand.
 * Definition: before a gentler one.
 */
export const tooEarly = (runs: readonly PlannedRun[]): Set<string> =>
  new Set(
    runs
      .filter((run, index) =>
        runs
          .slice(index + 1)
          .some(
            (later) => RUN_KINDS[later.kind].plan.violence < RUN_KINDS[run.kind].plan.violence - 1,
          ),
      )
      .map(({ id }) => id),
  );
