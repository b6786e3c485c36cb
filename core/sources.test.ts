import { readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";

const FACE = /^[a-z]+\/(index|reading)\.ts$/;
const REEXPORT = /export \{([^}]*)\} from "\.\/([^"]+)"/g;
const SOURCE =
  /@see|[Dd]efinition|[Cc]losed form|[Cc]ommon practice|[Cc]hosen here|names? (its|the) source/;

const read = (name: string): string => readFileSync(join(__dirname, name), "utf8");

/** What the rooms give to others, each with the comment before it; types, constants and classes left out. */
const functions = readdirSync(__dirname, { recursive: true, encoding: "utf8" })
  .filter((name) => FACE.test(name))
  .flatMap((face) =>
    [...read(face).matchAll(REEXPORT)].flatMap(([, names, from]) => {
      const file = `${dirname(face)}/${from}.ts`;
      const given = names.split(",").map((name) => name.trim().split(" as ")[0]);
      return given.flatMap((name) => commentOf(file, name));
    }),
  );

function commentOf(file: string, name: string): { name: string; comment: string }[] {
  const text = read(file);
  const found = new RegExp(
    `^export (?:async )?(?:function ${name}\\b|const ${name} = (?:async )?(?:<[^>]*>)?\\()`,
    "m",
  ).exec(text);
  if (!found) return [];
  const before = text.slice(0, found.index).trimEnd();
  const isCommented = before.endsWith("*/");
  return [
    {
      name: `${file}: ${name}`,
      comment: isCommented ? before.slice(before.lastIndexOf("/**")) : "",
    },
  ];
}

test("four of five functions that a room gives to others name their source, or say that they are a definition", () => {
  expect(functions.length).toBeGreaterThan(250);
  const named = functions.filter(({ comment }) => SOURCE.test(comment));
  expect(named.length / functions.length).toBeGreaterThan(0.8);
});
