import { stripScale } from "./stripScale";

test("the claim lies in the middle and the reading with its uncertainty inside", () => {
  const x = stripScale(50, { value: 20, plusMinus: 2 }, 230);
  expect(x(50)).toBeCloseTo(115, 9);
  expect(x(18)).toBeGreaterThan(8);
  expect(x(20)).toBeLessThan(x(50));
});

test("without a reading a quarter of the claim is shown on each side", () => {
  expect(stripScale(100, null, 216).domain()).toEqual([75, 125]);
});
