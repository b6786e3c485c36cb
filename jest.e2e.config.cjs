// Browser tests, each with a server and a Chromium of its own: one after the other, unless scripts/test.mjs says how many at once.
const base = require("./jest.config.cjs");

module.exports = { ...base, roots: ["<rootDir>/e2e"], maxWorkers: 1, testTimeout: 300_000 };
