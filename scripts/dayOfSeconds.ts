import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const ROWS = 86_400;
const PROBES = 8;

/** A day at one reading a second in eight probes, as a logger writes it: each settles at another height, with a little noise. */
export const dayText = (): string => {
  const heads = Array.from({ length: PROBES }, (_, k) => `Probe ${k + 1} (°C)`);
  const lines = Array.from({ length: ROWS }, (_, second) => {
    const at = new Date(Date.UTC(2026, 10, 20) + 1000 * second).toISOString();
    const read = heads.map((_, k) =>
      (22 + (30 + k) * (1 - Math.exp(-second / 900)) + 0.1 * Math.sin(second * (k + 1))).toFixed(1),
    );
    return [at.slice(0, 10), at.slice(11, 19), ...read].join(",");
  });
  return [["Date", "Time", ...heads].join(","), ...lines].join("\n");
};

/** The same as a file. */
export const dayOfSeconds = (): string => {
  const path = join(mkdtempSync(join(tmpdir(), "rimebank-day-")), "day.csv");
  writeFileSync(path, dayText());
  return path;
};
