import { decadeDomain, decadeTicks } from "./decadeTicks";

test("ticks fall on 1, 2 and 5", () => {
  expect(decadeTicks([0.1, 20])).toEqual([0.1, 0.2, 0.5, 1, 2, 5, 10, 20]);
  expect(decadeTicks([3e-5, 3e-4])).toEqual([5e-5, 1e-4, 2e-4]);
});

test("domains end on ticks and hold what they must", () => {
  expect(decadeDomain(0.13, 61)).toEqual([0.1, 100]);
  expect(decadeDomain(0.1, 50)).toEqual([0.1, 50]);
});

test.each([
  [1, 1e308],
  [5e-324, 1],
  [1e-308, Number.MAX_VALUE],
])("a domain from %d to %d ends, with ticks that can be told apart", (low, high) => {
  const ticks = decadeTicks([low, high]);
  expect(ticks.length).toBeGreaterThan(2);
  expect(ticks.length).toBeLessThanOrEqual(13);
  const [from, to] = decadeDomain(low, high);
  expect(from).toBeGreaterThan(0);
  expect(to).toBeLessThanOrEqual(1e31);
});

test.each([
  [0, 1],
  [-1, 1],
  [2, 1],
  [1, Infinity],
  [Number.NaN, 1],
])("nothing is marked from %d to %d, which is no span of a logarithmic axis", (low, high) =>
  expect(decadeTicks([low, high])).toEqual([]),
);
