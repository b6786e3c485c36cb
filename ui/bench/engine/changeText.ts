import type { ShotLoad } from "@/core/run";
import { formatSignificant } from "@/core/units";
import type { BenchJob, Load } from "@/records";

const loadText = (load: Load | undefined): string =>
  load
    ? `${load.nominalOhms} Ω (${load.channels.map(({ ohms }) => formatSignificant(ohms, 3)).join(", ")})`
    : "the load of the run";

/** What must be connected to the outputs for the next recording of a run under way. */
export const loadChange = (
  load: ShotLoad,
  { loadId, secondLoadId }: Pick<BenchJob, "loadId" | "secondLoadId">,
  loads: readonly Load[],
): string =>
  load === "speaker"
    ? "Disconnect the dummy load and connect the loudspeaker or reactive load."
    : `Change the load to ${loadText(loads.find(({ id }) => id === (load === "run" ? loadId : secondLoadId)))}.`;

/** The simulated amplifier is on another supply in the next run: it follows by itself. */
const isFollowed = (before: BenchJob, next: BenchJob): boolean =>
  JSON.stringify(before.rig) !== JSON.stringify(next.rig);

/** What has to be changed by hand between two runs, or null. */
export const changeText = (
  before: BenchJob,
  next: BenchJob,
  loads: readonly Load[],
): string | null => {
  const changes = [
    ...(before.loadId === next.loadId
      ? []
      : [`change the load to ${loadText(loads.find(({ id }) => id === next.loadId))}`]),
    ...(before.setting === next.setting || isFollowed(before, next)
      ? []
      : [next.setting === "" ? "restore the default settings" : `set ${next.setting}`]),
  ];
  return changes.length > 0 ? changes.join(" and ") : null;
};
