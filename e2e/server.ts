import { spawn, type ChildProcess } from "node:child_process";
import { createServer } from "node:net";
import { resolve } from "node:path";

const ROOT = resolve(__dirname, "..");
const PATIENCE_MS = 60_000;

// A test that works through what it fetched lets its connection idle; a server that closes it meanwhile
// (after 5 s as it comes) makes the next fetch fail on a slow machine. An ending server may wait as long.
const KEEP_ALIVE_MS = 20_000;

export type Server = { url: string; kill(signal: NodeJS.Signals): Promise<void> };

const freePort = (): Promise<number> =>
  new Promise((found, failed) => {
    const probe = createServer();
    probe.on("error", failed);
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => found(typeof address === "object" && address ? address.port : 0));
    });
  });

/** Starts the built application on a port of the loopback, a free one unless it is given, with its records in that folder. */
export const startServer = async (
  dataFolder: string,
  environment: Record<string, string> = {},
  givenPort?: number,
): Promise<Server> => {
  const port = givenPort ?? (await freePort());
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(
    process.execPath,
    [
      "node_modules/next/dist/bin/next",
      "start",
      "--hostname",
      "127.0.0.1",
      "--port",
      String(port),
      "--keepAliveTimeout",
      String(KEEP_ALIVE_MS),
    ],
    {
      cwd: ROOT,
      env: { ...process.env, NODE_ENV: "production", RIMEBANK_DATA: dataFolder, ...environment },
      stdio: ["ignore", "ignore", "inherit"],
    },
  );
  await answering(url, child);
  return {
    url,
    kill: (signal) =>
      new Promise((ended) => {
        if (child.exitCode !== null || child.signalCode !== null) return ended();
        child.once("exit", () => ended());
        child.kill(signal);
      }),
  };
};

const answering = async (url: string, child: ChildProcess): Promise<void> => {
  const deadline = Date.now() + PATIENCE_MS;
  while (Date.now() < deadline) {
    if (child.exitCode !== null)
      throw new Error(`the server ended at once (${child.exitCode}); run "npm run build" first`);
    if (
      await fetch(url).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return;
    await new Promise((wake) => setTimeout(wake, 100));
  }
  throw new Error(`no answer from ${url}`);
};
