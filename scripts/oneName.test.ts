import { readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";

const ROOT = resolve(__dirname, "..");
const ROOMS = [
  ...["archive", "bench", "cli", "core", "demo", "drawing", "phrasing", "pipeline"],
  ...["publish", "records", "server", "store", "ui", "workers"],
];
/** Tests and what helps them speak of one thing only; the steps of a migration are named by the library that takes them. */
const APART = /\.test\.|\/testing\/|\/migrations\//;
/** What a page asks of the server is called as the server calls what it does. */
const ASKED_OVER_THE_NETWORK = ["ui/parts/saves.ts", "ui/bench/uploadRun.ts"];

const files = ROOMS.flatMap((room) =>
  readdirSync(join(ROOT, room), { recursive: true, encoding: "utf8" }).map(
    (name) => `${room}/${name}`,
  ),
).filter((name) => /\.tsx?$/.test(name) && !APART.test(name));

const EXPORTED =
  /^export (?:abstract )?(?:async )?(?:const|function\*?|class|type|interface) (\w+)/gm;

test("one name a thing, one thing a name: nothing that a file gives to others is called as something else is", () => {
  expect(files.length).toBeGreaterThan(900);
  const givenBy = new Map<string, Set<string>>();
  for (const file of files.filter((name) => !ASKED_OVER_THE_NETWORK.includes(name)))
    for (const [, name] of readFileSync(join(ROOT, file), "utf8").matchAll(EXPORTED))
      givenBy.set(name, (givenBy.get(name) ?? new Set()).add(file));
  const shared = [...givenBy].filter(([, by]) => by.size > 1).map(([name, by]) => [name, ...by]);
  expect(shared).toEqual([]);
});
