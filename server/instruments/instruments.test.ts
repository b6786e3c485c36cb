import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createServer, type AddressInfo, type Server, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { InstrumentLine } from "@/bench/network/InstrumentLine";
import { LinkFault } from "@/bench/network/link";
import { parseAddress, reachOf, typedAddress } from "./address";
import { forgetAddress, keepAddress, readAddresses } from "./addressBook";
import { tcpStream } from "./tcpStream";

describe("addresses none typed", () => {
  test.each([
    ["192.168.1.20", "192.168.1.20", 5025],
    [" 192.168.1.20:1234 ", "192.168.1.20", 1234],
    ["scope.local", "scope.local", 5025],
    ["scope-2:4000", "scope-2", 4000],
    ["::1", "::1", 5025],
    ["[fe80::1]:6000", "fe80::1", 6000],
  ])("%j", (typed, host, port) =>
    expect(parseAddress(typed)).toEqual({ ok: true, value: { host, port } }),
  );

  test.each([
    "",
    "http://192.168.1.20",
    "192.168.1.20/path",
    "user@192.168.1.20",
    "192.168.1.20:0",
    "192.168.1.20:70000",
    "192.168.1.20:port",
    "scope local",
    "[scope]:1",
    // Written so that some systems take them for addresses, and others for names.
    "0x7f000001",
    "2130706433",
    "127.1",
    "0177.0.0.1",
    "999.1.1.1",
  ])("%j is none", (typed) => expect(parseAddress(typed).ok).toBe(false));
});

// RFC 1918, RFC 3927, RFC 4193, RFC 4291, RFC 5771 and RFC 1122; 192.0.2.0/24 is for examples (RFC 5737).
test.each([
  ["127.0.0.1", "own"],
  ["10.200.3.4", "own"],
  ["172.16.0.1", "own"],
  ["172.31.255.254", "own"],
  ["172.32.0.1", "public"],
  ["192.168.0.1", "own"],
  ["192.169.0.1", "public"],
  ["169.254.7.7", "own"],
  ["192.0.2.1", "public"],
  ["0.0.0.0", "never"],
  ["224.0.0.251", "never"],
  ["255.255.255.255", "never"],
  ["::1", "own"],
  ["::", "never"],
  ["fe80::1", "own"],
  ["fd00::1", "own"],
  ["2001:db8::1", "public"],
  ["ff02::1", "never"],
  ["::ffff:192.168.1.1", "own"],
  ["::ffff:192.0.2.1", "public"],
  ["::ffff:c000:201", "never"],
] as const)("%s is %s", (ip, reach) => expect(reachOf(ip)).toBe(reach));

describe("what is kept of an address", () => {
  test("a name is looked up once, and what it was then is kept", async () => {
    let asked = 0;
    const resolve = async () => (asked++, "192.168.7.7");
    expect(await typedAddress("scope.local", false, resolve)).toEqual({
      ok: true,
      value: { ip: "192.168.7.7", port: 5025 },
    });
    expect(asked).toBe(1);
  });

  test("a name that leads out into the world is no way around the question", async () => {
    const resolve = async () => "192.0.2.9";
    const refused = await typedAddress("scope.local", false, resolve);
    expect(!refused.ok && refused.finding.advice).toContain("not on a private network");
    expect((await typedAddress("scope.local", true, resolve)).ok).toBe(true);
  });

  test("what is no single machine is never connected to, confirmed or not", async () =>
    expect((await typedAddress("224.0.0.1", true)).ok).toBe(false));

  test("a name that nobody knows is said", async () => {
    const unknown = async () => Promise.reject(new Error("ENOTFOUND"));
    const refused = await typedAddress("nowhere", false, unknown);
    expect(!refused.ok && refused.finding.advice).toContain("no host on this network is named");
  });
});

describe("the book of addresses", () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-book-"))));
  afterEach(() => rmSync(folder, { recursive: true }));
  const one = { id: "a", typed: "scope", ip: "192.168.1.2", port: 5025 };
  const file = () => join(folder, "instrument-addresses.json");

  test("keeps, changes and forgets, whole and for its owner alone", async () => {
    await Promise.all([
      keepAddress(folder, one),
      keepAddress(folder, { ...one, id: "b" }),
      keepAddress(folder, { ...one, port: 1 }),
    ]);
    expect(await readAddresses(folder)).toEqual([
      { ...one, id: "b" },
      { ...one, port: 1 },
    ]);
    expect(statSync(file()).mode & 0o777).toBe(0o600);
    await forgetAddress(folder, "b");
    expect(await readAddresses(folder)).toEqual([{ ...one, port: 1 }]);
    expect(readdirSync(folder)).toEqual(["instrument-addresses.json"]);
  });

  test.each(["", "{", "[1]", '[{"id":"a"}]', '[{"id":"a","typed":"x","ip":"y","port":"5025"}]'])(
    "a book that holds %j holds no address",
    async (content) => {
      writeFileSync(file(), content);
      expect(await readAddresses(folder)).toEqual([]);
      await keepAddress(folder, one);
      expect(JSON.parse(readFileSync(file(), "utf8"))).toEqual([one]);
    },
  );

  test("an address that was written into the file by hand and is no single machine is left out", async () => {
    await keepAddress(folder, { ...one, ip: "224.0.0.1" });
    expect(await readAddresses(folder)).toEqual([]);
  });
});

describe("over a real connection", () => {
  let server: Server;
  let answer: (socket: Socket, line: string) => void;
  beforeEach(
    () =>
      new Promise<void>((done) => {
        server = createServer((socket) => {
          socket.on("error", () => {});
          socket.on("data", (bytes) => answer(socket, bytes.toString("latin1")));
        }).listen(0, "127.0.0.1", done);
      }),
  );
  afterEach(() => new Promise<void>((done) => void server.close(() => done())));
  const line = () =>
    new InstrumentLine(() => tcpStream("127.0.0.1", (server.address() as AddressInfo).port));
  const ask = (text: string, timeoutMs = 2000) => ({ text, answer: "line" as const, timeoutMs });
  const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

  test("a question is answered, in pieces or whole, one after another", async () => {
    answer = (socket, said) => {
      socket.write(`you said ${said.slice(0, 3)}`);
      setTimeout(() => socket.write("\n"), 20);
    };
    const to = line();
    expect(await Promise.all([to.exchange(ask("one")), to.exchange(ask("two"))])).toHaveLength(2);
    expect(text(await to.exchange(ask("six")))).toBe("you said six");
    to.close();
  });

  test("an answer that comes too late is never taken for the next one", async () => {
    answer = (socket, said) => {
      setTimeout(() => socket.write(`${said.trim()}\n`), said.startsWith("slow") ? 150 : 0);
    };
    const to = line();
    await expect(to.exchange(ask("slow", 50))).rejects.toThrow("did not respond within 0.05 s");
    expect(text(await to.exchange(ask("quick")))).toBe("quick");
    to.close();
  });

  test("what nobody asked for is not the answer to what is asked next", async () => {
    answer = (socket, said) =>
      void socket.write(`${said.trim()}\n${said.startsWith("a") ? "more\n" : ""}`);
    const to = line();
    await to.exchange({ text: "a", answer: null, timeoutMs: 100 });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(text(await to.exchange(ask("b")))).toBe("b");
    to.close();
  });

  test("one that closed in between is connected to again", async () => {
    answer = (socket, said) => void socket.end(`${said.trim()}\n`);
    const to = line();
    expect(text(await to.exchange(ask("one")))).toBe("one");
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(text(await to.exchange(ask("two")))).toBe("two");
    to.close();
  });

  test("where nothing listens it says so", async () => {
    const { port } = server.address() as AddressInfo;
    await new Promise<void>((done) => void server.close(() => done()));
    const failed = await tcpStream("127.0.0.1", port).catch((error: unknown) => error);
    expect(failed).toBeInstanceOf(LinkFault);
    expect((failed as LinkFault).message).toContain("refuses connections on this port");
    server = createServer().listen(0, "127.0.0.1");
  });
});
