import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { defaultSystem } from "@chakra-ui/react";
import { system } from "./system";

const ROOT = join(__dirname, "../..");

const sources = ["ui", "app"].flatMap((room) =>
  readdirSync(join(ROOT, room), { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".tsx"))
    .map((name) => readFileSync(join(ROOT, room, name), "utf8")),
);

/** Names that are taken from the library anywhere on the screens. */
const taken = new Set(
  sources.flatMap((source) =>
    [...source.matchAll(/import \{([^}]*)\} from "@chakra-ui\/react"/g)].flatMap(([, names]) =>
      (names ?? "").split(",").map((name) => name.replace("type ", "").trim()),
    ),
  ),
);

const recipesOf = ({ _config }: typeof system): Set<string> =>
  new Set([
    ...Object.keys(_config.theme?.recipes ?? {}),
    ...Object.keys(_config.theme?.slotRecipes ?? {}),
  ]);

// A part whose recipe is missing is shown bare, without a word: its look is in the recipe alone.
test("every part of the library that a screen uses has its recipe, and no other recipe goes to the pages", () => {
  const all = recipesOf(defaultSystem);
  const wanted = [...taken]
    .map((name) => name.charAt(0).toLowerCase() + name.slice(1))
    .filter((name) => all.has(name));
  expect(wanted.length).toBeGreaterThan(10);
  const within = ["icon", "checkmark"]; // Drawn by other parts: the list's arrow, the box's tick.
  expect([...recipesOf(system)].sort()).toEqual([...wanted, ...within].sort());
});
