// npm test: lint, types, boundaries between the rooms, unit tests and browser tests, with all that they need.
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { spawnSync } from "node:child_process";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBrowser, ensureBuilt, ensureInstalled, ROOT, run } from "./prepare.mjs";

const ROOMS = [
  "app",
  "archive",
  "bench",
  "cli",
  "core",
  "demo",
  "drawing",
  "phrasing",
  "pipeline",
  "publish",
  "records",
  "server",
  "store",
  "ui",
  "workers",
];

const step = (title) => console.log(`\n== ${title}`);
const bin = (path, ...args) => run(process.execPath, [join("node_modules", path), ...args]);

ensureInstalled();
step("Format");
bin("prettier/bin/prettier.cjs", "--check", "--log-level", "warn", ".");
step("Lint");
bin("eslint/bin/eslint.js", ".", "--max-warnings", "0");
step("Types");
bin("next/dist/bin/next", "typegen");
bin("typescript/bin/tsc", "--noEmit", "-p", ".");
step("Nothing unused");
bin("knip/bin/knip.js", "--no-config-hints");
bin("knip/bin/knip.js", "--no-config-hints", "--production");
step("Boundaries between the rooms");
bin("dependency-cruiser/bin/dependency-cruise.mjs", ...ROOMS);

const reports = mkdtempSync(join(tmpdir(), "rimebank-tests-"));
let passed = 0,
  failed = 0,
  skipped = 0;
const jest = (title, config, ...options) => {
  step(title);
  const report = join(reports, `${passed}.json`);
  const { status } = spawnSync(
    process.execPath,
    [
      "node_modules/jest/bin/jest.js",
      ...["--config", config, "--json", "--outputFile", report],
      ...options,
    ],
    { cwd: ROOT, stdio: ["ignore", "ignore", "inherit"] },
  );
  const totals = JSON.parse(readFileSync(report, "utf8"));
  passed += totals.numPassedTests;
  failed += totals.numFailedTests + totals.numRuntimeErrorTestSuites;
  skipped += totals.numPendingTests;
  if (status !== 0 && failed === 0) failed++;
};

jest("Unit tests", "jest.config.cjs");
ensureBrowser();
ensureBuilt();
// What plays and listens in real time has the machine to itself; the rest goes two at a time.
const LISTENING = "e2e/(audio|audioDevice|network)\\.test";
const BROWSER = "jest.e2e.config.cjs";
jest("Browser tests", BROWSER, "--maxWorkers=2", `--testPathIgnorePatterns=${LISTENING}`);
jest("Browser tests that listen", BROWSER, `--testPathPatterns=${LISTENING}`);
rmSync(reports, { recursive: true });

// A check that did not run is no check: said loudly.
if (skipped > 0)
  console.error(
    `\nATTENTION: ${skipped} tests did NOT run. Most likely the reference recordings are not beside the project (in the folder shared/captures next to it).`,
  );

console.log(`\n${passed} passed, ${failed} failed, ${skipped} skipped`);
process.exit(failed === 0 ? 0 : 1);
