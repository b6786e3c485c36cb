// What `npm run demo` and `npm test` need before anything else, in plain Node.js, so that it works on a fresh machine.
// Every step is skipped when it is already done.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), "..");

/** Runs a command in the project's folder with its output on the screen; ends the program when it fails. */
export const run = (command, args, options = {}) => {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", ...options });
  if (result.status !== 0) {
    console.error(`\n${[command, ...args].join(" ")} did not succeed; see above.`);
    process.exit(result.status ?? 1);
  }
};

const digestOf = (texts) =>
  texts.reduce((hash, text) => hash.update(text), createHash("sha256")).digest("hex");

const readIfThere = (path) => (existsSync(path) ? readFileSync(path, "utf8") : "");

/** Installs the packages of package-lock.json, unless exactly these are installed. */
export const ensureInstalled = () => {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 11)) {
    console.error(`Rimebank needs Node.js 20.11 or later; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const stamp = join(ROOT, "node_modules", ".rimebank-lock");
  const wanted = digestOf([readFileSync(join(ROOT, "package-lock.json"))]);
  if (readIfThere(stamp) === wanted) return;
  console.log("Installing packages. The first time this can take ten minutes.");
  run("npm", ["ci", "--no-audit", "--no-fund"]);
  writeFileSync(stamp, wanted);
};

const BUILT_FROM = [
  "app",
  "archive",
  "bench",
  "core",
  "drawing",
  "phrasing",
  "pipeline",
  "publish",
  "records",
  "server",
  "store",
  "ui",
  "workers",
  "scripts/worklets.mjs",
  "instrumentation.ts",
  "next.config.ts",
  "proxy.ts",
  "package-lock.json",
  "tsconfig.json",
];

/** Every source file with its time and size: enough to tell whether anything changed. */
const sourceFacts = (path) => {
  const facts = statSync(path);
  if (facts.isDirectory())
    return readdirSync(path)
      .sort()
      .flatMap((name) => sourceFacts(join(path, name)));
  return /\.test\.tsx?$/.test(path) ? [] : [`${path} ${facts.size} ${facts.mtimeMs}\n`];
};

/** Builds the application, unless the build is of these very sources. */
export const ensureBuilt = () => {
  const stamp = join(ROOT, ".next", "rimebank-sources");
  const wanted = digestOf(BUILT_FROM.flatMap((name) => sourceFacts(join(ROOT, name))));
  if (readIfThere(stamp) === wanted) return;
  console.log("Building the application.");
  run(process.execPath, ["scripts/worklets.mjs"]);
  run(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
  });
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, wanted);
};

const BROWSER_FILES = [
  process.env.CHROMIUM ?? "/usr/bin/chromium",
  process.env.CHROMEDRIVER ?? "/usr/bin/chromedriver",
  // What leaves the program is read back with programs of others.
  "/usr/bin/pdftotext",
  "/usr/bin/python3",
];
const BROWSER_PACKAGES = ["chromium", "chromium-driver", "poppler-utils", "python3"];

/** Sees to it that Chromium, its driver and what reads back files are there: from Debian's packages where this may install them. */
export const ensureBrowser = () => {
  if (BROWSER_FILES.every(existsSync)) return;
  const mayInstall = process.getuid?.() === 0 && existsSync("/usr/bin/apt-get");
  if (!mayInstall) {
    console.error(
      `The browser tests need Chromium, ChromeDriver, pdftotext and Python. On Debian: sudo apt-get install ${BROWSER_PACKAGES.join(" ")}\nElsewhere, name the first two: CHROMIUM=/path/to/chromium CHROMEDRIVER=/path/to/chromedriver npm test`,
    );
    process.exit(1);
  }
  console.log(`Installing Debian's ${BROWSER_PACKAGES.join(", ")} for the browser tests.`);
  run("apt-get", ["update", "-q"]);
  run("apt-get", ["install", "-y", "-q", "--no-install-recommends", ...BROWSER_PACKAGES], {
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  });
};
