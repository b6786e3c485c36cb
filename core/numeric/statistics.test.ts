import fc from "fast-check";
import { meanAndVariance, meanOf, medianOf, peakOf, rootMeanSquare, sumOfSquares } from ".";

const sine = Float64Array.from({ length: 1000 }, (_, n) => 3 * Math.sin((2 * Math.PI * n) / 100));

test("closed form: a sine of 3 V peak over whole cycles is 2.12 V RMS, and has no mean", () => {
  expect(rootMeanSquare(sine)).toBeCloseTo(3 / Math.SQRT2, 12);
  expect(peakOf(sine)).toBeCloseTo(3, 12);
  expect(meanOf(sine)).toBeCloseTo(0, 12);
});

test("the median is not moved by one value that is far off; of an even count it lies between", () => {
  expect(medianOf([3, 1, 1e9])).toBe(3);
  expect(medianOf([4, 1, 2, 3])).toBe(2.5);
  expect(() => medianOf([])).toThrow("values is empty");
});

test("of nothing there is nothing", () => {
  const none = new Float64Array();
  expect([sumOfSquares(none), rootMeanSquare(none), peakOf(none), meanOf(none)]).toEqual([
    0, 0, 0, 0,
  ]);
});

test("property: mean, root mean square and peak stand in that order, whatever the values", () => {
  const values = fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1 });
  fc.assert(
    fc.property(values, (list) => {
      const array = Float64Array.from(list);
      const [mean, rms, peak] = [Math.abs(meanOf(array)), rootMeanSquare(array), peakOf(array)];
      return mean <= rms * (1 + 1e-12) && rms <= peak * (1 + 1e-12);
    }),
    { seed: 5 },
  );
});

test("NIST's handbook, 1.3.5.6, the deviation of a set about its mean: an offset moves the mean alone", () => {
  const values = Float64Array.from([1, 2, 3, 4, 5, 6]);
  expect(meanAndVariance(values)).toEqual({ mean: 3.5, variance: expect.closeTo(35 / 12, 12) });
  const shifted = meanAndVariance(values.map((value) => value + 1000));
  expect(shifted.mean).toBe(1003.5);
  expect(shifted.variance).toBeCloseTo(35 / 12, 8);
});

test("a constant has no variance, not even one below zero by rounding", () => {
  for (const value of [0.1, 1 / 3, 1e9 + 0.1, -7.7])
    expect(meanAndVariance(new Float64Array(1001).fill(value)).variance).toBeGreaterThanOrEqual(0);
});
