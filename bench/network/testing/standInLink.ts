// For tests only: stand-ins behind a link, without a network between.
import { GENERIC_PROFILES, NETWORK_ROLES, STAND_IN, type NetworkRole } from "@/core/scpi";
import { EXAMPLE_RIGS } from "../../simulated";
import { InstrumentTurns } from "../InstrumentTurns";
import type { NetworkInstrument, NetworkLink } from "../link";
import type { NetworkSetup } from "../setup";
import { leapingClock } from "../standIns/clock";
import { standInsOn, type StandIns, type StandInSettings } from "../standIns/standIns";

export const STAND_INS: StandInSettings = {
  amplifier: EXAMPLE_RIGS["home-class-ab"],
  seed: 1,
  faults: {},
  slowMs: 50,
};

const instrument = (role: NetworkRole): NetworkInstrument => ({
  id: role,
  name: `The ${role}`,
  identity: `${STAND_IN} ${role.toUpperCase()},0,1`,
  profile: GENERIC_PROFILES[role],
});

/** All of them, with the amplifier's input on the third channel of the oscilloscope. */
export const SETUP: NetworkSetup = {
  generator: instrument("generator"),
  oscilloscope: instrument("oscilloscope"),
  meters: {
    voltmeter: instrument("voltmeter"),
    mainsMeter: instrument("mains-meter"),
    thermometer: instrument("thermometer"),
  },
  readChannels: [[1], [2]],
  sourceChannel: 3,
  mostVoltsPeak: 2 * Math.SQRT2,
  riseDbPerSecond: 40,
  mainsHz: 50,
};

/** Stand-ins and the way to them; `turns` is what a server would keep. */
export const standInLink = (
  change: Partial<StandInSettings> = {},
): { link: NetworkLink; turns: InstrumentTurns; standIns: StandIns } => {
  const standIns = standInsOn({ ...STAND_INS, ...change }, leapingClock);
  const { bench, instruments } = standIns;
  const role = (id: string) => NETWORK_ROLES.find((each) => each === id);
  const turns = new InstrumentTurns({
    open: async (id) => instruments[role(id) ?? "generator"].connect(),
    profile: (id) => GENERIC_PROFILES[role(id) ?? "generator"],
    // Leases go by the time of the bench, as everything here.
    nowMs: () => 1000 * bench.seconds,
  });
  return {
    turns,
    standIns,
    link: {
      begin: async (ids) => {
        const name = turns.begin(ids);
        return {
          exchange: (id, exchange) => turns.exchange(name, id, exchange),
          renew: async () => turns.renew(name),
          end: () => turns.end(name),
        };
      },
      now: () => bench.seconds,
      wait: async (seconds) => bench.advance(seconds),
    },
  };
};
