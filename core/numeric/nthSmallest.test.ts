import fc from "fast-check";
import { nthSmallest } from ".";

test("property: it is what a sort would put there, equal values and all, and changes nothing", () => {
  const values = fc.array(
    fc.oneof(fc.integer({ min: -5, max: 5 }), fc.double({ noNaN: true, min: -1e9, max: 1e9 })),
    { minLength: 1, maxLength: 60 },
  );
  fc.assert(
    fc.property(values, fc.nat(), (list, seed) => {
      const array = Float64Array.from(list);
      const place = seed % list.length;
      expect(nthSmallest(array, place)).toBe(Float64Array.from(list).sort()[place]);
      expect(array).toEqual(Float64Array.from(list));
    }),
  );
});

test("a place that is none is a caller's mistake", () => {
  expect(() => nthSmallest(new Float64Array(), 0)).toThrow("there are 0 values");
  expect(() => nthSmallest(Float64Array.of(1, 2), 2)).toThrow(RangeError);
  expect(() => nthSmallest(Float64Array.of(1, 2), NaN)).toThrow(RangeError);
});
