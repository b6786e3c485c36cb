// Unit tests lie beside what they test; browser tests (e2e/) have a configuration of their own.
module.exports = {
  testEnvironment: "node",
  roots: ["<rootDir>/core", "<rootDir>/bench", "<rootDir>/store", "<rootDir>/cli", "<rootDir>/ui", "<rootDir>/workers", "<rootDir>/records", "<rootDir>/demo"],
  transform: { "^.+\\.tsx?$": "<rootDir>/scripts/jestTransform.cjs" },
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
  maxWorkers: 2,
};
