import { NETWORK_ROLES, STAND_IN, type NetworkRole } from "@/core/scpi";
import { generatorCommands } from "./GeneratorStandIn";
import {
  mainsMeterCommands,
  supplyCommands,
  thermometerCommands,
  voltmeterCommands,
} from "./meterStandIns";
import type { leapingClock } from "./clock";
import { scopeCommands } from "./ScopeStandIn";
import { SharedBench } from "./SharedBench";
import { StandIn, type StandInFault } from "./StandIn";

/** Which stand-ins do what is asked of them, and which do not. */
export type StandInSettings = {
  /** As the rig's schema has it. */
  amplifier: object;
  seed: number;
  faults: Partial<Record<NetworkRole, StandInFault>>;
  slowMs: number;
};

export type StandIns = {
  bench: SharedBench;
  instruments: Readonly<Record<NetworkRole, StandIn>>;
};

/** All stand-ins at one simulated bench: the generator drives its amplifier, the others read what comes of it. */
export const standInsOn = (
  { amplifier, seed, faults, slowMs }: StandInSettings,
  clockOf: typeof leapingClock,
): StandIns => {
  const bench = new SharedBench(amplifier, seed);
  const clock = clockOf(bench, seed);
  const commands = {
    generator: generatorCommands(bench, clock),
    oscilloscope: scopeCommands(bench, clock, faults.oscilloscope === "wrong-scale"),
    voltmeter: voltmeterCommands(bench, clock),
    "mains-meter": mainsMeterCommands(bench),
    supply: supplyCommands(),
    thermometer: thermometerCommands(bench),
  };
  return {
    bench,
    instruments: Object.fromEntries(
      NETWORK_ROLES.map((role) => [
        role,
        new StandIn(`${STAND_IN} ${role.toUpperCase()},0,1`, commands[role], {
          fault: faults[role] ?? "none",
          slowMs,
        }),
      ]),
    ) as Record<NetworkRole, StandIn>,
  };
};
