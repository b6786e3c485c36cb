// npm run demo: installs, builds, fills an empty shelf with the demo data, and serves the application on this machine
// only. What is already done is skipped, so a second start takes seconds.
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { ensureBuilt, ensureInstalled, ROOT, run } from "./prepare.mjs";

const FIRST_PORT = Number(process.env.PORT ?? 4760);
const HOST = "127.0.0.1";

const isFree = (port) =>
  new Promise((answer) => {
    const probe = createServer();
    probe.once("error", () => answer(false));
    probe.listen(port, HOST, () => probe.close(() => answer(true)));
  });

const freePort = async () => {
  for (let port = FIRST_PORT; port < FIRST_PORT + 50; port++) if (await isFree(port)) return port;
  console.error(`No free port from ${FIRST_PORT} on. Choose one: PORT=8080 npm run demo`);
  process.exit(1);
};

const answers = (url) =>
  fetch(url).then(
    (answer) => answer.ok,
    () => false,
  );

ensureInstalled();
ensureBuilt();
run(process.execPath, ["node_modules/tsx/dist/cli.mjs", "demo/main.ts"]);

const port = await freePort();
const url = `http://${HOST}:${port}`;
const server = spawn(
  process.execPath,
  ["node_modules/next/dist/bin/next", "start", "--hostname", HOST, "--port", String(port)],
  {
    cwd: ROOT,
    stdio: ["ignore", "ignore", "inherit"],
    env: { ...process.env, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" },
  },
);
server.on("exit", (code) => process.exit(code ?? 1));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));

while (!(await answers(url))) await new Promise((wake) => setTimeout(wake, 150));
console.log(
  `\nRimebank is ready: ${url}\nOnly this machine can reach it. End it with Ctrl+C; your records stay in the data folder.`,
);
