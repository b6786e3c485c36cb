import fc from "fast-check";
import { solveSymmetric } from "./solveSymmetric";

test("solveSymmetric, worked by hand: 4x + 2y = 10, 2x + 3y = 9", () => {
  const x = solveSymmetric(Float64Array.of(4, 2, 2, 3), Float64Array.of(10, 9));
  expect(x?.[0]).toBeCloseTo(1.5, 12);
  expect(x?.[1]).toBeCloseTo(2, 12);
});

test("solveSymmetric, invariance: A x gives back b for A = M M' + 1", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 20, maxLength: 20 }),
      (entries) => {
        const size = 4;
        const a = new Float64Array(size * size);
        for (let i = 0; i < size; i++)
          for (let j = 0; j < size; j++) {
            for (let k = 0; k < size; k++)
              a[i * size + j] += entries[i * size + k] * entries[j * size + k];
            if (i === j) a[i * size + j] += 1;
          }
        const b = Float64Array.from(entries.slice(16));
        const x = solveSymmetric(a, b);
        if (!x) throw new Error("a positive definite matrix was refused");
        b.forEach((expected, i) => {
          const sum = x.reduce((total, value, j) => total + a[i * size + j] * value, 0);
          expect(Math.abs(sum - expected)).toBeLessThan(1e-9);
        });
      },
    ),
  );
});

test("solveSymmetric refuses unknowns that cannot be distinguished", () => {
  expect(solveSymmetric(Float64Array.of(1, 1, 1, 1), Float64Array.of(1, 1))).toBeNull();
});
