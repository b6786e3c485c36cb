import "server-only";
import { connect } from "node:net";
import type { ByteStream } from "@/bench/network/InstrumentLine";
import { LinkFault } from "@/bench/network/link";

/** On a network of one's own a connection is there at once, or not at all. */
const CONNECT_MS = 3000;

const WORDS: Readonly<Record<string, string>> = {
  ECONNREFUSED:
    "it refuses connections on this port. Look up the port in its manual and enable its network control.",
  EHOSTUNREACH: "no response at its address. Check the cable, the address, and that it is on.",
  ENETUNREACH: "this machine has no route to that network. Check the cable and the address.",
  ETIMEDOUT: "no response at its address. Check the cable, the address, and that it is on.",
};

/** A connection to an address in numbers: no name is looked up, and nothing is followed elsewhere. @throws {LinkFault} */
export const tcpStream = (ip: string, port: number): Promise<ByteStream> =>
  new Promise((resolve, reject) => {
    const socket = connect({ host: ip, port, noDelay: true, keepAlive: true });
    let listener: Parameters<ByteStream["listen"]>[0] | null = null;
    const refuse = (code: string): void => {
      socket.destroy();
      reject(new LinkFault("unreachable", WORDS[code] ?? WORDS.ETIMEDOUT));
    };
    const timer = setTimeout(() => refuse("ETIMEDOUT"), CONNECT_MS);
    socket.on("error", (error: NodeJS.ErrnoException) => refuse(error.code ?? ""));
    socket.on("data", (bytes) => listener?.onBytes(bytes));
    socket.on("close", () => {
      clearTimeout(timer);
      listener?.onClosed();
    });
    socket.on("connect", () => {
      clearTimeout(timer);
      resolve({
        send: (bytes) => void socket.write(bytes),
        listen: (next) => {
          listener = next;
          if (socket.destroyed) next.onClosed();
        },
        close: () => void socket.destroy(),
      });
    });
  });
