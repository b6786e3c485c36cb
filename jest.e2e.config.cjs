// Browser tests: each with a server and a Chromium of its own. Two at a time, since most of their time is waiting.
const base = require("./jest.config.cjs");

module.exports = { ...base, roots: ["<rootDir>/e2e"], maxWorkers: 2, testTimeout: 300_000 };
