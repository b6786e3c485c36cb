import { readdirSync, readFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";

/** Faces of rooms only hand on, types say nothing that could be wrong, and the kernel is compiled: its transforms are tested. */
const OF_ITSELF = /(^|\/)(index|reading|types)\.ts$|\/kernel\/|(^|\/)testing\//;

const files = readdirSync(__dirname, { recursive: true, encoding: "utf8" }).filter((name) =>
  name.endsWith(".ts"),
);
const textOf = (name: string): string => readFileSync(join(__dirname, name), "utf8");
const tests = files.filter((name) => name.endsWith(".test.ts"));
const spoken = new Map(tests.map((name) => [name, textOf(name)]));

/** Names that a file gives to others. */
const exportsOf = (name: string): string[] =>
  [...textOf(name).matchAll(/^export (?:const|class|function) (\w+)/gm)].map(([, given]) => given);

/** Whether a test beside a file, or one of the room that it belongs to, names it or something of it. */
const isNamed = (name: string): boolean => {
  if (tests.includes(name.replace(/\.ts$/, ".test.ts"))) return true;
  const rooms = [dirname(name), dirname(dirname(name))];
  const words = [basename(name, ".ts"), ...exportsOf(name)];
  return tests
    .filter((test) => rooms.includes(dirname(test)))
    .some((test) => words.some((word) => new RegExp(`\\b${word}\\b`).test(spoken.get(test) ?? "")));
};

test("every file of the measuring core has a test beside it, or is named in one of its room", () => {
  const measured = files.filter((name) => !name.endsWith(".test.ts") && !OF_ITSELF.test(name));
  expect(measured.length).toBeGreaterThan(200);
  expect(measured.filter((name) => !isNamed(name))).toEqual([]);
});
