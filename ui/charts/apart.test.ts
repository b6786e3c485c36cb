import fc from "fast-check";
import { apart } from "./apart";

test("labels that have room stay where they are", () =>
  expect(apart([100, 20, 60])).toEqual([100, 20, 60]));

test("labels at one height are stacked upwards", () =>
  expect(apart([50, 50, 50])).toEqual([50, 35, 20]));

test("invariance: no two closer than a line, none moved down, the order kept", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 1, maxLength: 8 }),
      (heights) => {
        const moved = apart(heights);
        const sorted = [...moved].sort((left, right) => left - right);
        sorted
          .slice(1)
          .forEach((height, k) => expect(height - sorted[k]).toBeGreaterThanOrEqual(15));
        heights.forEach((height, k) => {
          expect(moved[k]).toBeLessThanOrEqual(height);
          heights.forEach((other, j) =>
            expect(height < other ? moved[k] < moved[j] : true).toBe(true),
          );
        });
      },
    ),
  );
});
