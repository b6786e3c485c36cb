// npm run instruments: stand-ins for instruments on a network, all at one simulated bench, so that the way over the network can be tried without any.
import { createServer, type Server, type Socket } from "node:net";
import { parseArgs } from "node:util";
import { CATALOGUE, fromCatalogue, type CatalogueName } from "@/bench/catalogue";
import { leapingClock, realClock } from "@/bench/network/standIns/clock";
import { standInsOn } from "@/bench/network/standIns/standIns";
import { STAND_IN_FAULTS, type StandIn, type StandInFault } from "@/bench/network/standIns/StandIn";
import { NETWORK_ROLES, ROLE_FACTS, type NetworkRole } from "@/core/scpi";

const USAGE = `Stand-ins for instruments on a network, on this machine alone.

  npm run instruments -- [--amplifier NAME] [--loads 8.2,8.1] [--port 5025] [--fault ROLE=FAULT]... [--slow-ms 1500] [--fast]

  --amplifier  one of ${CATALOGUE.join(", ")}
  --port       of the first; the others follow
  --fault      ${NETWORK_ROLES.join(", ")} = ${STAND_IN_FAULTS.join(", ")}
  --fast       time leaps as it is used, instead of passing`;

const SEED = 1;
const MOST_PORT = 65_535;

const refuse = (message: string): never => {
  console.error(`${message}\n\n${USAGE}`);
  process.exit(2);
};

const asked = () => {
  try {
    return parseArgs({
      options: {
        amplifier: { type: "string", default: "home-class-ab" },
        loads: { type: "string", default: "8,8" },
        port: { type: "string", default: "5025" },
        fault: { type: "string", multiple: true, default: [] },
        "slow-ms": { type: "string", default: "1500" },
        fast: { type: "boolean", default: false },
        help: { type: "boolean", default: false },
      },
    }).values;
  } catch (error) {
    return refuse(error instanceof Error ? error.message : "These options are not known.");
  }
};

const numberOf = (name: string, text: string, least: number, most: number): number => {
  const value = Number(text);
  return value >= least && value <= most
    ? value
    : refuse(`--${name} takes a number from ${least} to ${most}, not “${text}”.`);
};

const faultOf = (text: string): [NetworkRole, StandInFault] => {
  const [role, fault] = text.split("=");
  const known = NETWORK_ROLES.find((each) => each === role);
  const kind = STAND_IN_FAULTS.find((each) => each === fault);
  return known && kind ? [known, kind] : refuse(`“${text}” is not a fault of a stand-in.`);
};

/** Puts a stand-in behind a port of this machine. */
const serve = (standIn: StandIn): Server =>
  createServer((socket: Socket) => {
    socket.setNoDelay(true);
    const stream = standIn.connect();
    stream.listen({
      onBytes: (bytes) => void socket.write(bytes),
      onClosed: () => void socket.end(),
    });
    socket.on("data", (bytes) => stream.send(bytes));
    socket.on("close", () => stream.close());
    // A client that disconnects is not a fault of the stand-in.
    socket.on("error", () => stream.close());
  });

const options = asked();
if (options.help) {
  console.log(USAGE);
  process.exit(0);
}
const name = CATALOGUE.find((each) => each === options.amplifier);
const firstPort = numberOf("port", options.port, 1, MOST_PORT - NETWORK_ROLES.length);
const loads = options.loads.split(",").map((text) => numberOf("loads", text, 0.1, 1e6));
const { bench, instruments } = standInsOn(
  {
    amplifier: fromCatalogue(
      name ?? (refuse(`there is no amplifier called “${options.amplifier}”.`) as CatalogueName),
    ).amplifier,
    seed: SEED,
    faults: Object.fromEntries(options.fault.map(faultOf)),
    slowMs: numberOf("slow-ms", options["slow-ms"], 0, 60_000),
  },
  options.fast ? leapingClock : realClock,
);
bench.connectLoad(loads);
console.log(`An amplifier “${name}” into ${loads.join(" and ")} Ω. On this machine alone:\n`);
NETWORK_ROLES.forEach((role, k) => {
  const port = firstPort + k;
  serve(instruments[role])
    .on("error", (error) => refuse(`port ${port} cannot be taken: ${error.message}`))
    .listen(port, "127.0.0.1", () => console.log(`  127.0.0.1:${port}  ${ROLE_FACTS[role].label}`));
});
console.log("Ctrl C ends them.");
