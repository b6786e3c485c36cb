import { fromCatalogue } from "@/bench/catalogue";
import { claimedWatts } from "@/core/claim";
import type { PlannedRun } from "@/core/plan";
import { isNearLoad } from "@/core/power";
import { initialSettings, RUN_KINDS } from "@/core/run";
import type { Amplifier, BenchJob, Details, StatedPower, Load } from "@/records";
import {
  claimsMadeFor,
  namedSetup,
  setupFromText,
  takenLevel,
  type FoundLimit,
} from "@/records/facts";
import { newId } from "../parts/newId";
import { rigOn } from "./rigOn";
import { NEAREST } from "./simulation/nearest";

export type PlanBench = {
  amplifier: Amplifier;
  loads: readonly Load[];
  claims: readonly StatedPower[];
  found: readonly FoundLimit[];
  details: Details;
};

/** Runs of a plan as jobs of the simulated bench, in their order; one whose load is not built is left out. */
export const planJobs = (
  planned: readonly PlannedRun[],
  { amplifier, loads, claims, found, details }: PlanBench,
): BenchJob[] => {
  const { amplifier: rig } = fromCatalogue(NEAREST[amplifier.kind]);
  return planned.flatMap(({ kind, loadOhms, channelsDriven, setting }) => {
    const load = loads.find(({ nominalOhms }) => isNearLoad(nominalOhms, loadOhms));
    if (!load) return [];
    const meant = claimsMadeFor(setting, claims);
    const setUp = namedSetup(setupFromText(setting, details), details);
    const isBridged = setUp.setup.connection === "bridged";
    const level = takenLevel(load.nominalOhms, meant, found, isBridged);
    return [
      {
        id: newId(),
        kind,
        rig: rigOn(rig, setting, details.supplies),
        loadId: load.id,
        secondLoadId: loads.find(({ id }) => id !== load.id)?.id ?? null,
        channelsDriven,
        settings: initialSettings(RUN_KINDS[kind].fields, {}),
        ...setUp,
        // As the plan names it, so that it is found to be made.
        setting,
        ratedWatts: claimedWatts(load.nominalOhms, meant, isBridged),
        level: level && { watts: level.watts, from: level.from },
        seed: 1,
        set: null,
      },
    ];
  });
};
