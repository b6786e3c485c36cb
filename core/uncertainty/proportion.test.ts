import { proportionInterval } from ".";

// Newcombe, "Two-sided confidence intervals for the single proportion", Statistics in Medicine 17 (1998) 857-872, table I, score
// method without continuity correction. Values from memory.
test.each([
  [81, 263, 0.2553, 0.3662],
  [15, 148, 0.0624, 0.1605],
  [0, 20, 0, 0.1611],
  [1, 29, 0.0061, 0.1718],
])("%i of %i", (count, of, low, high) => {
  const interval = proportionInterval(count, of);
  expect(interval.low).toBeCloseTo(low, 4);
  expect(interval.high).toBeCloseTo(high, 4);
});

test("none and all are mirror images, and never leave 0 to 1", () => {
  const [none, all] = [proportionInterval(0, 3), proportionInterval(3, 3)];
  expect(none.low).toBe(0);
  expect(all.high).toBe(1);
  expect(all.low).toBeCloseTo(1 - none.high, 12);
});

test.each([
  [1, 0],
  [-1, 3],
  [4, 3],
])("%i of %i is no share", (count, of) => {
  expect(() => proportionInterval(count, of)).toThrow(RangeError);
});
