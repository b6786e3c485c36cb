import fc from "fast-check";
import { envelopeColumns, envelopePyramid } from "./envelopePyramid";

const LENGTH = 300_000;
const volts = Float64Array.from(
  { length: LENGTH },
  (_, n) => Math.sin(n / 37) + (n === 123_456 ? 5 : 0) - (n === 200_001 ? 7 : 0),
);
const pyramid = envelopePyramid(volts);

test("property: columns hold the extremes of their samples, and reach no further than one group beyond", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: LENGTH - 1 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.integer({ min: 1, max: 900 }),
      (first, share, columns) => {
        const count = Math.max(columns, Math.floor(share * (LENGTH - first)));
        fc.pre(first + count <= LENGTH);
        const { low, high } = envelopeColumns(pyramid, first, count, columns);
        const margin = Math.ceil(count / columns / 2) + 1;
        for (const column of [0, columns - 1, Math.floor(columns / 2)]) {
          const from = Math.floor(first + (column * count) / columns),
            to = Math.min(LENGTH, Math.ceil(first + ((column + 1) * count) / columns));
          const inside = volts.subarray(from, to),
            around = volts.subarray(Math.max(0, from - margin), Math.min(LENGTH, to + margin));
          expect(high[column]).toBeGreaterThanOrEqual(
            Math.fround(inside.reduce((most, value) => Math.max(most, value), -Infinity)),
          );
          expect(low[column]).toBeLessThanOrEqual(
            Math.fround(inside.reduce((least, value) => Math.min(least, value), Infinity)),
          );
          expect(high[column]).toBeLessThanOrEqual(
            Math.fround(around.reduce((most, value) => Math.max(most, value), -Infinity)),
          );
        }
      },
    ),
    { numRuns: 200, seed: 5 },
  );
});

test("a single sample that stands out is seen from any distance", () => {
  const { low, high } = envelopeColumns(pyramid, 0, LENGTH, 1000);
  expect(high.indexOf(Math.max(...high))).toBe(Math.floor(123_456 / 300));
  expect(low.indexOf(Math.min(...low))).toBe(Math.floor(200_001 / 300));
});
