import type { PlannedRun } from "@/core/plan";
import { isNearLoad } from "@/core/power";
import type { Load } from "@/records";

/** A load that a plan asks for, in the order in which it is first wired. */
export type NeededLoad = {
  ohms: number;
  channelCount: number;
  runCount: number;
  isBuilt: boolean;
};

/** All loads that a plan asks for, and how often one is changed for another along it. */
export type LoadsNeeded = { loads: readonly NeededLoad[]; rewireCount: number };

/**
 * The loads of a plan, in the order of its runs: what is built is known from the ohms and the channels.
 * @param planned in the order in which they are to be made
 */
export const loadsNeeded = (
  planned: readonly PlannedRun[],
  built: readonly Pick<Load, "nominalOhms" | "channels">[],
): LoadsNeeded => {
  const loads: NeededLoad[] = [];
  let rewireCount = 0;
  let wired: number | null = null;
  for (const { loadOhms, channelsDriven } of planned) {
    const known = loads.find(({ ohms }) => isNearLoad(loadOhms, ohms));
    const ohms = known?.ohms ?? loadOhms;
    if (known) {
      known.runCount++;
      known.channelCount = Math.max(known.channelCount, channelsDriven);
    } else loads.push({ ohms, channelCount: channelsDriven, runCount: 1, isBuilt: false });
    if (wired !== null && wired !== ohms) rewireCount++;
    wired = ohms;
  }
  return {
    rewireCount,
    loads: loads.map((load) => ({
      ...load,
      isBuilt: built.some(
        ({ nominalOhms, channels }) =>
          isNearLoad(nominalOhms, load.ohms) && channels.length >= load.channelCount,
      ),
    })),
  };
};
