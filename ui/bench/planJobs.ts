import { fromCatalogue } from "@/bench/catalogue";
import { claimedWatts } from "@/core/claim";
import type { PlannedRun } from "@/core/plan";
import { isNearLoad } from "@/core/power";
import { initialSettings, RUN_KINDS } from "@/core/run";
import type { Amplifier, BenchJob, Details, StatedPower, Load } from "@/records";
import { takenLevel, type FoundLimit } from "@/records/facts";
import { newId } from "../parts/newId";
import { rigOn } from "./rigOn";
import { NEAREST } from "./simulation/nearest";

export type PlanBench = {
  amplifier: Amplifier;
  loads: readonly Load[];
  claims: readonly StatedPower[];
  found: readonly FoundLimit[];
  supplies: Details["supplies"];
};

/** Runs of a plan as jobs of the simulated bench, in their order; one whose load is not built is left out. */
export const planJobs = (
  planned: readonly PlannedRun[],
  { amplifier, loads, claims, found, supplies }: PlanBench,
): BenchJob[] => {
  const { amplifier: rig } = fromCatalogue(NEAREST[amplifier.kind]);
  return planned.flatMap(({ kind, loadOhms, channelsDriven, setting }) => {
    const load = loads.find(({ nominalOhms }) => isNearLoad(nominalOhms, loadOhms));
    if (!load) return [];
    const level = takenLevel(load.nominalOhms, claims, found);
    return [
      {
        id: newId(),
        kind,
        rig: rigOn(rig, setting, supplies),
        loadId: load.id,
        secondLoadId: loads.find(({ id }) => id !== load.id)?.id ?? null,
        channelsDriven,
        settings: initialSettings(RUN_KINDS[kind].fields, {}),
        setting,
        inputUsed: "",
        ratedWatts: claimedWatts(load.nominalOhms, claims, false),
        level: level && { watts: level.watts, from: level.from },
        seed: 1,
        set: null,
      },
    ];
  });
};
