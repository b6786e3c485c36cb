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
            setting: "bridged",
          }),
        ]
      : [];
  if (plan.madeFor === "each-claim") return forEachClaim(kind, facts, size);
  if (plan.madeFor === "each-claimed-load")
    return claimedSettings(facts).flatMap((setting) => {
      const own = madeFor(facts, setting).map(({ loadOhms }) => loadOhms);
      const loads = setting === "" && own.length === 0 ? [ohms] : [...new Set(own)];
      return loads.map((each) =>
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

/** Settings that claims are made for, the amplifier as supplied first. */
const claimedSettings = ({ claims }: PlanFacts): string[] => [
  ...new Set(["", ...claims.map(({ setting = "" }) => setting)]),
];

const madeFor = ({ claims }: PlanFacts, setting: string): PlannedClaim[] =>
  claims.filter((claim) => (claim.setting ?? "") === setting);

/**
 * At each setting that is claimed, each load that is claimed for it, with as many channels as are claimed and with all; with everything, also
 * each switch and supply that nobody claims, at every load that is claimed.
 */
const forEachClaim = (kind: RunKind, facts: PlanFacts, size: PlanSize): Draft[] => {
  const { claims, channelCount, loadOhms, otherSupplies, switches } = facts;
  const usualDriven = claims[0]?.channelsDriven ?? channelCount;
  const claimed = claimedSettings(facts).flatMap((setting) => {
    const own = madeFor(facts, setting);
    const isUsual = setting === "";
    const ohms = [
      ...own.map((claim) => claim.loadOhms),
      ...(isUsual && (size === "everything" || claims.length === 0) ? loadOhms : []),
    ];
    const counts = (each: number) => [
      ...own.filter((claim) => claim.loadOhms === each).map((claim) => claim.channelsDriven),
      channelCount,
      ...(size === "quick" ? [] : [1]),
    ];
    return [...new Set(ohms)].flatMap((each) =>
      [...new Set(counts(each))].map((count) =>
        draftOf(kind, facts, { loadOhms: each, channelsDriven: count, setting }),
      ),
    );
  });
  if (size !== "everything") return claimed;
  const others = [
    ...otherSupplies.map((name) => `supply: ${name}`),
    ...switches.flatMap(({ name, positions }) =>
      positions.slice(1).map((position) => `${name}: ${position}`),
    ),
  ].filter((setting) => madeFor(facts, setting).length === 0);
  return [
    ...claimed,
    ...others.flatMap((setting) =>
      claimedLoads(facts).map((each) =>
        draftOf(kind, facts, { loadOhms: each, channelsDriven: usualDriven, setting }),
      ),
    ),
  ];
};

/** Every load that any claim names; the usual one where none does. */
const claimedLoads = (facts: PlanFacts): number[] =>
  facts.claims.length === 0
    ? [usualOhms(facts)]
    : [...new Set(facts.claims.map(({ loadOhms }) => loadOhms))];

/**
 * A run of some kind with its defaults: at the first claim's load, all channels driven. Its id is not among those of `runs`.
 * Chosen here, because most claims are for all channels.
 */
export const newRun = (
  kind: RunKind,
  facts: PlanFacts,
  runs: readonly Pick<PlannedRun, "id">[],
): PlannedRun => {
  let number = runs.length + 1;
  while (runs.some(({ id }) => id === `${kind}-${number}`)) number++;
  return {
    id: `${kind}-${number}`,
    ...draftOf(kind, facts, {
      loadOhms: usualOhms(facts),
      channelsDriven: facts.channelCount,
      setting: "",
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
  watts: wattsOf(kind, facts, loadOhms, channelsDriven),
  seconds: RUN_KINDS[kind].plan.seconds,
  setting,
  proves: provenBy(kind, madeFor(facts, setting), loadOhms, channelsDriven),
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
 * Gentle before violent, and among equals one channel before all, high ohms before low, default settings before any other
 * otherwise. Equal runs keep their order.
 * Common practice: what may harm comes last.
 */
export const orderedGently = (runs: readonly PlannedRun[]): PlannedRun[] =>
  runs.toSorted(
    (left, right) =>
      RUN_KINDS[left.kind].plan.violence - RUN_KINDS[right.kind].plan.violence ||
      Number(left.setting !== "") - Number(right.setting !== "") ||
      right.loadOhms - left.loadOhms ||
      left.channelsDriven - right.channelsDriven,
  );

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
