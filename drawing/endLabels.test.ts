import fc from "fast-check";
import { endLabels, fitsBeside, LABEL_LINE_PX, legendPlaces } from "./endLabels";

const column = { x: 400, top: 20, bottom: 320 };
const endsAt = (...heights: number[]) => heights.map((y) => ({ x: 392, y }));

test("a label stands at the end of its own line where nothing is in the way", () => {
  expect(endLabels(endsAt(60, 200), column)).toEqual([
    { x: 400, y: 60, leader: null },
    { x: 400, y: 200, leader: null },
  ]);
});

test("curves that coincide: their labels stand one under the other, around the end, each with a leader to it", () => {
  const labels = endLabels(endsAt(100, 100, 100, 100), column);
  expect(labels.map(({ y }) => y)).toEqual([76, 92, 108, 124]);
  for (const { leader } of labels) expect(leader?.[0]).toEqual({ x: 394, y: 100 });
});

test("a line that ends far to the left has a leader to its label", () => {
  const [label] = endLabels([{ x: 120, y: 90 }], column);
  expect(label).toEqual({
    x: 400,
    y: 90,
    leader: [
      { x: 122, y: 90 },
      { x: 397, y: 90 },
    ],
  });
});

test("whatever the ends: no label lies over another, all stay in the column, in the order of their lines", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -50, max: 400, noNaN: true }), { minLength: 1, maxLength: 12 }),
      (heights) => {
        const labels = endLabels(endsAt(...heights), column);
        const order = heights.map((_, k) => k).sort((a, b) => heights[a] - heights[b] || a - b);
        const sorted = order.map((k) => labels[k].y);
        for (let k = 1; k < sorted.length; k++)
          expect(sorted[k] - sorted[k - 1]).toBeGreaterThanOrEqual(LABEL_LINE_PX - 1e-6);
        expect(sorted[0]).toBeGreaterThanOrEqual(column.top + LABEL_LINE_PX / 2 - 1e-6);
        expect(sorted.at(-1)).toBeLessThanOrEqual(column.bottom - LABEL_LINE_PX / 2 + 1e-6);
      },
    ),
  );
});

test("labels that are too long or too many for the column go into a legend", () => {
  const size = { widthPx: 700, heightPx: 300 };
  expect(fitsBeside(["A THD+N", "B THD+N"], size)).toBe(true);
  expect(fitsBeside(["Tollgate Sixty, 8 Ω, two channels driven"], size)).toBe(false);
  expect(
    fitsBeside(
      Array.from({ length: 30 }, (_, k) => `${k}`),
      size,
    ),
  ).toBe(false);
});

test("a legend begins a new row where an entry would not fit", () => {
  const places = legendPlaces(["one entry", "another entry", "a third entry"], {
    left: 60,
    right: 320,
    top: 10,
  });
  expect(places.map(({ y }) => y)).toEqual([18, 18, 34]);
});
