// Browser tests: one after the other, each with a server and a Chromium of its own.
const base = require("./jest.config.cjs");

module.exports = { ...base, roots: ["<rootDir>/e2e"], maxWorkers: 1, testTimeout: 300_000 };
