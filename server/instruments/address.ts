import "server-only";
import { lookup } from "node:dns/promises";
import { BlockList, isIP } from "node:net";
import { failure, success, type Outcome } from "@/core/outcome";

/** Where instruments with plain sockets usually listen. Common practice; registered with IANA as scpi-raw. */
const USUAL_PORT = 5025;

export type HostAndPort = { host: string; port: number };

const where = "Address";

/**
 * "192.168.1.20", "192.168.1.20:5025", "[fe80::1]:5025" or "scope.local", taken apart.
 * @returns a finding on anything else: a scheme, a path, a user's name, a port that is none
 */
export const parseAddress = (typed: string): Outcome<HostAndPort> => {
  const text = typed.trim();
  if (isIP(text) === 6) return success({ host: text, port: USUAL_PORT });
  const parts =
    /^(?:\[([0-9a-fA-F:.]+)\]|([A-Za-z0-9](?:[A-Za-z0-9.-]*[A-Za-z0-9])?))(?::(\d{1,5}))?$/.exec(
      text,
    );
  const host = parts?.[1] ?? parts?.[2];
  const port = parts?.[3] === undefined ? USUAL_PORT : Number(parts[3]);
  if (!host || (parts?.[1] !== undefined && isIP(host) !== 6) || isOddNumber(host))
    return failure(
      "bad-setting",
      where,
      "enter an address such as 192.168.1.20, or 192.168.1.20:5025 with a port.",
    );
  if (!(port >= 1 && port <= 65_535))
    return failure("bad-setting", where, "a port must be from 1 to 65535.");
  return success({ host, port });
};

/** "127.1" or "0x7f000001" are addresses to some systems and names to others: neither is taken. */
const isOddNumber = (host: string): boolean =>
  isIP(host) === 0 && /^(0x[0-9a-f]+|\d+)(\.(0x[0-9a-f]+|\d+))*$/i.test(host);

const listOf = (...ranges: readonly (readonly [string, number])[]): BlockList => {
  const list = new BlockList();
  for (const [network, prefix] of ranges)
    list.addSubnet(network, prefix, isIP(network) === 6 ? "ipv6" : "ipv4");
  return list;
};

/** Networks of one's own. @see RFC 1918, RFC 3927, RFC 4193, RFC 4291, RFC 1122 */
const OWN = listOf(
  ["127.0.0.0", 8],
  ["10.0.0.0", 8],
  ["172.16.0.0", 12],
  ["192.168.0.0", 16],
  ["169.254.0.0", 16],
  ["::1", 128],
  ["fc00::", 7],
  ["fe80::", 10],
);
/** What is no single machine. @see RFC 1122, RFC 5771, RFC 4291 */
const NEVER = listOf(
  ["0.0.0.0", 8],
  ["224.0.0.0", 4],
  ["240.0.0.0", 4],
  ["ff00::", 8],
  ["::", 128],
);

const familyOf = (ip: string): "ipv4" | "ipv6" => (isIP(ip) === 6 ? "ipv6" : "ipv4");

/** An IPv4 address in the clothes of IPv6 is judged as what it is. @see RFC 4291, section 2.5.5.2 */
const undressed = (ip: string): string => /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(ip)?.[1] ?? ip;

/** Whether an address is this machine's own network, somewhere in the world, or nothing to connect to. */
export const reachOf = (ip: string): "own" | "public" | "never" => {
  const plain = undressed(ip);
  // In hexadecimal form the same address would slip through.
  if (isIP(plain) === 0 || /^::ffff:/i.test(plain)) return "never";
  if (NEVER.check(plain, familyOf(plain))) return "never";
  return OWN.check(plain, familyOf(plain)) ? "own" : "public";
};

/** What is asked of the names of the network; another one in tests. */
export type Resolve = (host: string) => Promise<string>;

const resolveOnce: Resolve = async (host) => (await lookup(host)).address;

/**
 * What somebody typed, looked up: a name is resolved here, once, and what it was then is what is kept.
 * @param isConfirmed that an address out in the world is meant
 */
export const typedAddress = async (
  typed: string,
  isConfirmed: boolean,
  resolve: Resolve = resolveOnce,
): Promise<Outcome<{ ip: string; port: number }>> => {
  const parsed = parseAddress(typed);
  if (!parsed.ok) return parsed;
  const { host, port } = parsed.value;
  let ip: string;
  try {
    ip = isIP(host) > 0 ? host : await resolve(host);
  } catch {
    return failure(
      "bad-setting",
      where,
      `no host on this network is named ${host}. Enter the numeric address from its menu.`,
    );
  }
  const reach = reachOf(ip);
  if (reach === "never")
    return failure(
      "bad-setting",
      where,
      `${ip} is not the address of a single device. Check the instrument’s menu.`,
    );
  if (reach === "public" && !isConfirmed)
    return failure(
      "bad-setting",
      where,
      `${ip} is not on a private network. Confirm it only if you know that the instrument is there.`,
    );
  return success({ ip, port });
};
