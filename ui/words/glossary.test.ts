import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { FIELD_TERMS, termOfLabel } from "./fieldTerms";
import { termOfFigure } from "./figureTerms";
import { PARAMETER_TERMS, termOfParameter } from "./parameterTerms";
import { CATALOGUE, fromCatalogue, panelOf } from "@/bench/catalogue";
import { RUN_KINDS } from "@/core/run";
import { GLOSSARY, termsWith } from "./glossary";

test("every term says what, why, how and from where, in whole sentences", () => {
  for (const { what, why, how, source } of Object.values(GLOSSARY)) {
    for (const sentence of [what, why, how]) expect(sentence).toMatch(/^[A-Z0-9].*\.$/);
    expect(source).not.toBe("");
  }
});

test("one name a term, one term a name", () => {
  const names = Object.values(GLOSSARY).map(({ name }) => name);
  expect(new Set(names).size).toBe(names.length);
});

test.each([
  ["", Object.keys(GLOSSARY).length],
  ["  a-weighting ", 1],
  ["no such word", 0],
])("looking for %j finds %d", (looked, count) => expect(termsWith(looked)).toHaveLength(count));

test("what is found stands in alphabetical order, whatever it is found by", () => {
  const names = termsWith("supply").map(({ name }) => name);
  expect(names).toContain("Sag");
  expect(names).toEqual(names.toSorted((a, b) => a.localeCompare(b, "en")));
});

test.each([
  ["thd-plus-noise", "distortion-ratio", "thdn"],
  ["thd", "distortion-ratio", "thd"],
  ["one-percent", "watts", "power"],
  ["lowest", "distortion-ratio", "thdn"],
  ["burst-1 kHz, 20 ms", "watts", "burst"],
  ["snr-a-reOneWatt", "level-ratio", "noise"],
  ["attempts", "count", null],
] as const)("the figure %s in %s is explained by %s", (name, quantity, term) =>
  expect(termOfFigure({ name, quantity })).toBe(term),
);

test("a field with a term behind its label offers it; every such label is that of a field", () => {
  expect(termOfLabel("Nominal load")).toBe("nominal-load");
  expect(termOfLabel("Maker")).toBeNull();
  expect(termOfLabel("constructor")).toBeNull();
  const sources = ["ui", "core/run", "records"].flatMap((folder) =>
    readdirSync(join(process.cwd(), folder), { recursive: true, encoding: "utf8" })
      .filter((name) => /\.tsx?$/.test(name) && !/words\/|\.test\./.test(name))
      .map((name) => readFileSync(join(process.cwd(), folder, name), "utf8")),
  );
  const written = sources.join("\n");
  expect(Object.keys(FIELD_TERMS).filter((label) => !written.includes(`"${label}"`))).toEqual([]);
});

test("all that a run may be set to, and all that is typed in for it, is explained", () => {
  const labels = Object.values(RUN_KINDS).flatMap(({ fields, typed }) =>
    [...fields, ...(typed?.fields ?? [])].map(({ label }) => label),
  );
  expect(labels.length).toBeGreaterThan(60);
  expect(labels.filter((label) => termOfLabel(label) === null)).toEqual([]);
});

test("every setting of every simulated amplifier is explained, and nothing else is", () => {
  const labels = new Set(
    CATALOGUE.flatMap((name) => panelOf(fromCatalogue(name)).groups).flatMap(({ parameters }) =>
      parameters.map(({ field }) => field.label),
    ),
  );
  expect([...labels].filter((label) => termOfParameter(label) === null)).toEqual([]);
  const explained = Object.values(PARAMETER_TERMS).flat();
  expect(explained.filter((label) => !labels.has(label))).toEqual([]);
  expect(new Set(explained).size).toBe(explained.length);
});
