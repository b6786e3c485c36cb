import { onSupply } from "@/bench/catalogue";
import type { BenchJob, Details } from "@/records";

/** The simulated amplifier as a setting has it: on the supply that it names. Switches are not simulated. */
export const rigOn = (
  rig: BenchJob["rig"],
  setting: string,
  supplies: Details["supplies"],
): BenchJob["rig"] => {
  const name = setting.replace(/^supply:\s*/i, "").toLowerCase();
  const supply = supplies.find((each) => each.name.toLowerCase() === name);
  return supply ? onSupply({ kind: "simulated", amplifier: rig, seed: 1 }, supply).amplifier : rig;
};
