import { decadeDomain, decadeTicks } from "./decadeTicks";

test("ticks fall on 1, 2 and 5", () => {
  expect(decadeTicks([0.1, 20])).toEqual([0.1, 0.2, 0.5, 1, 2, 5, 10, 20]);
  expect(decadeTicks([3e-5, 3e-4])).toEqual([5e-5, 1e-4, 2e-4]);
});

test("domains end on ticks and hold what they must", () => {
  expect(decadeDomain(0.13, 61)).toEqual([0.1, 100]);
  expect(decadeDomain(0.1, 50)).toEqual([0.1, 50]);
});
