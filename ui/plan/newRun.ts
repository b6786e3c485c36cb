import { RUN_KINDS, type PlanFacts, type PlannedRun, type RunKind } from "@/core/plan";

/** A run of some kind as usual, at the first claim's load with all channels driven; its id is not yet in the plan. */
export const newRun = (kind: RunKind, runs: readonly PlannedRun[], { claims, channelCount, loadOhms, expectedWatts }: PlanFacts): PlannedRun => {
  const ohms = claims[0]?.loadOhms ?? loadOhms[0] ?? 8;
  const { level, seconds } = RUN_KINDS[kind];
  let number = runs.length + 1;
  while (runs.some(({ id }) => id === `${kind}-${number}`)) number++;
  const watts = "watts" in level ? level.watts : Number((level.ratio * expectedWatts(ohms, channelCount)).toPrecision(2));
  return { id: `${kind}-${number}`, kind, loadOhms: ohms, channelsDriven: channelCount, watts, seconds, setting: "", proves: kind === "power-sweep" ? claims.filter((claim) => claim.loadOhms === ohms && claim.channelsDriven === channelCount).map(({ id }) => id) : [] };
};
