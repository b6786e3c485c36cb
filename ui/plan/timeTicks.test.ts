import fc from "fast-check";
import { timeTicks } from "./timeTicks";

test.each([
  [1000, 300],
  [900, 120],
  [5500, 900],
  [90, 30],
  [40_000, 7200],
])("%d seconds in steps of %d", (total, step) => expect(timeTicks(total)[1]).toBe(step));

test("invariance: up to eight, evenly, none beyond the end, whatever the span", () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 1e7, noNaN: true }), (total) => {
      const ticks = timeTicks(total);
      expect(ticks[0]).toBe(0);
      expect(ticks.length).toBeLessThanOrEqual(9);
      expect(ticks[ticks.length - 1]).toBeLessThanOrEqual(total);
    }),
  );
});
