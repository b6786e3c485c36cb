import { onSupply, withSwitch } from "@/bench/catalogue";
import type { BenchJob, Details } from "@/records";

/** The simulated amplifier as a setting has it: on the supply that it names, with each switch thrown that it has. */
export const rigOn = (
  rig: BenchJob["rig"],
  setting: string,
  supplies: Details["supplies"],
): BenchJob["rig"] =>
  setting.split(",").reduce((made, part) => withPart(made, part.trim(), supplies), rig);

const withPart = (
  rig: BenchJob["rig"],
  part: string,
  supplies: Details["supplies"],
): BenchJob["rig"] => {
  const described = { kind: "simulated" as const, amplifier: rig, seed: 1 };
  const name = part.replace(/^supply:\s*/i, "").toLowerCase();
  const supply = supplies.find((each) => each.name.toLowerCase() === name);
  if (supply) return onSupply(described, supply).amplifier;
  const [, switchName, position] = /^([^:]+):\s*(.+)$/.exec(part) ?? [];
  return (switchName && withSwitch(described, switchName, position)?.amplifier) || rig;
};
