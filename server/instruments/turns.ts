import "server-only";
import { InstrumentTurns } from "@/bench/network/InstrumentTurns";
import { LinkFault } from "@/bench/network/link";
import type { InstrumentProfile } from "@/core/scpi";
import type { InstrumentAddress } from "@/records";
import { dataFolder, readWorkshopDocument } from "@/store";
import { database } from "../records";
import { Refusal } from "../requests";
import { readAddresses } from "./addressBook";
import { tcpStream } from "./tcpStream";

/** Leases are looked after this often. */
const LOOK_MS = 250;

type Known = { address: InstrumentAddress | null; profile: InstrumentProfile };
type Kept = { turns: InstrumentTurns; known: Map<string, Known> };

// One for the whole program, whichever bundle asks: two would not know of each other's turns.
const kept = globalThis as typeof globalThis & { rimebankInstruments?: Kept };

/** The instruments of the network, and who holds them. */
export const instrumentTurns = (): InstrumentTurns => (kept.rimebankInstruments ??= begun()).turns;

const begun = (): Kept => {
  const known = new Map<string, Known>();
  const turns = new InstrumentTurns({
    open: async (id) => {
      const address = known.get(id)?.address;
      if (!address)
        throw new LinkFault(
          "unknown",
          "its address has not been entered on this machine yet. Enter it on the Rig, under Network instruments.",
        );
      return tcpStream(address.ip, address.port);
    },
    profile: (id) => known.get(id)?.profile ?? null,
    nowMs: () => performance.now(),
  });
  setInterval(() => turns.lapse(), LOOK_MS).unref();
  // However the program ends, as long as it is signalled: what is written here still leaves the machine.
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.once(signal, () => turns.silenceForGood());
  process.once("exit", () => turns.silenceForGood());
  return { turns, known };
};

/** Takes hold of instruments of the workshop. @throws {LinkFault} where one is held, or nothing is known of it */
export const beginTurn = async (ids: readonly string[]): Promise<string> => {
  const turns = instrumentTurns();
  const { document } = await readWorkshopDocument(await database(), "network");
  const addresses = await readAddresses(dataFolder());
  for (const id of ids) {
    const instrument = document.instruments.find((each) => each.id === id);
    if (!instrument)
      throw new LinkFault("unknown", "this instrument is no longer on the list. Reload the page.");
    kept.rimebankInstruments?.known.set(id, {
      profile: instrument.profile,
      address: addresses.find((each) => each.id === id) ?? null,
    });
  }
  return turns.begin(ids);
};

const STATUS: Partial<Record<LinkFault["code"], number>> = {
  taken: 409,
  unknown: 404,
  lapsed: 410,
  muted: 410,
};
const BAD_GATEWAY = 502;

/** Does something with instruments; what fails on the way becomes a plain sentence with its code. */
export const withInstruments = async <T>(work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof LinkFault)) throw error;
    throw new Refusal(STATUS[error.code] ?? BAD_GATEWAY, error.message, { code: error.code });
  }
};
