// Unit tests lie beside what they test; browser tests (e2e/) have a configuration of their own.
module.exports = {
  testEnvironment: "node",
  roots: [
    "<rootDir>/core",
    "<rootDir>/bench",
    "<rootDir>/store",
    "<rootDir>/cli",
    "<rootDir>/ui",
    "<rootDir>/workers",
    "<rootDir>/archive",
    "<rootDir>/drawing",
    "<rootDir>/phrasing",
    "<rootDir>/publish",
    "<rootDir>/pipeline",
    "<rootDir>/records",
    "<rootDir>/demo",
    "<rootDir>/server",
    "<rootDir>/scripts",
  ],
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
  transform: { "^.+\\.tsx?$": "<rootDir>/scripts/jestTransform.cjs" },
  // D3 as one ready-made file: its modules are in a format that Jest does not run.
  moduleNameMapper: {
    "^server-only$": "<rootDir>/scripts/nothing.cjs",
    "^@/(.*)$": "<rootDir>/$1",
    "^d3$": "<rootDir>/node_modules/d3/dist/d3.js",
  },
  // A machine that is busy elsewhere is slow, not wrong: what hangs is ended all the same.
  testTimeout: 60_000,
  maxWorkers: 2,
};
