import { readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";

const ROOT = resolve(__dirname, "..");
const ROOMS = ["core", "bench", "pipeline"];
const APART = /\.test\.|\/testing\/|\/standIns\/|\/kernel\//;
/** A name in capitals that stands for a number, or for several. */
const NUMBER = /^(?:export )?const [A-Z][A-Z0-9_]*(?:: [\w<>[\], ]+)? = [^/"'`]*\d/;

const files = ROOMS.flatMap((room) =>
  readdirSync(join(ROOT, room), { recursive: true, encoding: "utf8" }).map(
    (name) => `${room}/${name}`,
  ),
).filter((name) => name.endsWith(".ts") && !APART.test(name));

/** Whether a comment ends right above a line, or above the numbers that it stands together with. */
const isExplained = (lines: readonly string[], at: number): boolean => {
  let above = at - 1;
  while (above >= 0 && NUMBER.test(lines[above])) above--;
  return above >= 0 && /\*\/$|^\s*\/\//.test(lines[above]);
};

test("a number that has a name has words that say what it is for", () => {
  let count = 0;
  const bare = files.flatMap((file) => {
    const lines = readFileSync(join(ROOT, file), "utf8").split("\n");
    return lines.flatMap((line, at) => {
      if (!NUMBER.test(line)) return [];
      count++;
      return isExplained(lines, at) ? [] : [`${file}:${at + 1} ${line}`];
    });
  });
  expect(count).toBeGreaterThan(500);
  expect(bare).toEqual([]);
});
