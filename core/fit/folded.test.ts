import fc from "fast-check";
import { solveSymmetric } from "../numeric";
import { fitHarmonics, fitSineAt } from ".";
import { foldedAboutMiddle } from "./folded";

const samples = (least: number) =>
  fc
    .array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: least, maxLength: 90 })
    .map((list) => Float64Array.from(list));

test("property: every sample can be had back from the folded record, whether their number is odd or even", () => {
  fc.assert(
    fc.property(samples(1), (values) => {
      const { even, odd, count, first } = foldedAboutMiddle(values);
      expect(count).toBe(values.length);
      const middle = (count - 1) / 2;
      even.forEach((sum, pair) => {
        const late = values[middle + first + pair],
          early = values[middle - first - pair];
        expect(odd[pair]).toBe(late - early);
        expect(sum).toBe(first === 0 && pair === 0 ? late : late + early);
      });
    }),
    { seed: 3 },
  );
});

/** Least squares the plain way: a column for each unknown over the whole record, and its normal equations. */
const plainFit = (columns: readonly ((n: number) => number)[], values: Float64Array) => {
  const size = columns.length;
  const normal = new Float64Array(size * size),
    right = new Float64Array(size);
  for (let n = 0; n < values.length; n++)
    for (let row = 0; row < size; row++) {
      right[row] += columns[row](n) * values[n];
      for (let at = 0; at < size; at++) normal[row * size + at] += columns[row](n) * columns[at](n);
    }
  return solveSymmetric(normal, right, 1e-12)!;
};

const harmonicColumns = (omega: number, orders: number, middle: number) =>
  Array.from({ length: orders }, (_, index) => index + 1).flatMap((order) => [
    (n: number) => Math.cos(order * omega * (n - middle)),
    (n: number) => Math.sin(order * omega * (n - middle)),
  ]);

test("property: the folded sine fit is the plain least-squares fit, whatever was recorded", () => {
  fc.assert(
    fc.property(samples(40), fc.double({ min: 0.05, max: 0.4, noNaN: true }), (values, cycles) => {
      const [offset, cosine, sine] = plainFit(
        [() => 1, ...harmonicColumns(2 * Math.PI * cycles, 1, 0)],
        values,
      );
      const fit = fitSineAt(values, 1, cycles);
      expect(fit.offsetVolts).toBeCloseTo(offset, 8);
      expect(fit.voltsPeak).toBeCloseTo(Math.hypot(cosine, sine), 8);
    }),
    { seed: 4 },
  );
});

test("property: the folded harmonic fit is the plain least-squares fit, with drift and three orders", () => {
  fc.assert(
    fc.property(samples(60), fc.double({ min: 0.04, max: 0.14, noNaN: true }), (values, cycles) => {
      const middle = (values.length - 1) / 2;
      const drift = [0, 1, 2].map((power) => (n: number) => ((n - middle) / middle) ** power);
      const expected = plainFit(
        [...drift, ...harmonicColumns(2 * Math.PI * cycles, 3, middle)],
        values,
      );
      const fit = fitHarmonics(values, 1, cycles, { orderCount: 3, driftDegree: 2 })!;
      for (let order = 0; order < 3; order++)
        expect(fit.voltsPeak[order]).toBeCloseTo(
          Math.hypot(expected[3 + 2 * order], expected[4 + 2 * order]),
          7,
        );
    }),
    { seed: 6 },
  );
});
