import fc from "fast-check";
import { parseNumber } from "@/core/units";
import { typed } from "./typed";

test.each([
  [0.06, "0.06"],
  [8.27, "8.27"],
  [15_000, "15 k"],
  [8e-6, "8 µ"],
  [0, "0"],
  [-2.5, "-2.5"],
  [null, ""],
  [undefined, ""],
])("%p is typed as %p", (value, text) => expect(typed(value)).toBe(text));

test("round trip: what is typed is read as the number it was, to six digits", () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-9, max: 1e9, noNaN: true }), (value) =>
      expect(Math.abs((parseNumber(typed(value)) ?? 0) / value - 1)).toBeLessThan(1e-5),
    ),
  );
});
