import type { Flattening } from "@/core/distortion";
import { markup, words } from "../../testing/shown";
import { FlatTops } from "./FlatTops";

const half = { shortfallRatio: 0.02, tipVolts: 30, tipSpreadVolts: 0, flattenedCycleCount: 9 };
const tops = (firstHalf: Flattening["firstHalf"]): Flattening => ({
  present: firstHalf !== null,
  firstHalf,
  cycleCount: 10,
  positive: half,
  negative: half,
});
const pathOf = (flattening: Flattening | null): string =>
  /<path d="([^"]+)"/.exec(markup(<FlatTops flattening={flattening} />))?.[1] ?? "";

test.each([
  [null, "round"],
  ["positive", "CLIPPING, positive half"],
  ["negative", "CLIPPING, negative half"],
  ["both", "CLIPPING, both halves"],
] as const)("flat half %s: said in words", (firstHalf, text) =>
  expect(words(<FlatTops flattening={tops(firstHalf)} />)).toBe(text),
);

test("and drawn: each state has a shape of its own, so that colour is not needed", () => {
  const shapes = ([null, "positive", "negative", "both"] as const).map((firstHalf) =>
    pathOf(tops(firstHalf)),
  );
  expect(new Set(shapes).size).toBe(4);
  // Before anything was read it is not called flat.
  expect(pathOf(null)).toBe(shapes[0]);
});
