import { NETWORK_ROLES, STAND_IN, type NetworkRole } from "@/core/scpi";
import { generatorCommands } from "./GeneratorStandIn";
import {
  mainsMeterCommands,
  supplyCommands,
  thermometerCommands,
  voltmeterCommands,
} from "./meterStandIns";
import { scopeCommands } from "./ScopeStandIn";
import { SharedBench } from "./SharedBench";
import { StandIn, type StandInFault } from "./StandIn";

/** The time of the bench, as its stand-ins use it. */
export type Clock = {
  /** Something took so long, and nobody waited for it. */
  pass(seconds: number): void;
  /** Something takes so long. */
  take(seconds: number): Promise<void>;
  /** Of noise, another one each time. */
  seed(): number;
};

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

/** Time that leaps as it is used: minutes of measuring in seconds. */
export const leapingClock = (bench: SharedBench, firstSeed: number): Clock => {
  let seed = firstSeed;
  return {
    pass: (seconds) => bench.advance(seconds),
    take: async (seconds) => bench.advance(seconds),
    seed: () => (seed += 1013),
  };
};

/** Time as it is: what takes long is waited for. */
export const realClock = (bench: SharedBench, firstSeed: number): Clock => {
  const begun = performance.now();
  let seed = firstSeed;
  const catchUp = (): void => {
    const late = (performance.now() - begun) / 1000 - bench.seconds;
    if (late > 0) bench.advance(late);
  };
  return {
    pass: catchUp,
    take: async (seconds) => {
      await new Promise((resolve) => setTimeout(resolve, 1000 * seconds));
      catchUp();
    },
    seed: () => (seed += 1013),
  };
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
