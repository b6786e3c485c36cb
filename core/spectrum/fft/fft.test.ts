import fc from "fast-check";
import { fastLength } from "./fastLength";
import { kernelRealTransform } from "./kernelRealTransform";
import { plainRealTransform } from "./plainRealTransform";
import { realTransform } from "./realTransform";

const seededSamples = (length: number) =>
  Float64Array.from({ length }, (_, n) => Math.sin(n * n * 0.37 + n) + 0.2 * Math.cos(3 * n));

const directBin = (samples: Float64Array, k: number) => {
  let re = 0,
    im = 0;
  samples.forEach((value, n) => {
    const angle = (-2 * Math.PI * ((k * n) % samples.length)) / samples.length;
    re += value * Math.cos(angle);
    im += value * Math.sin(angle);
  });
  return { re, im };
};

// Rounding of a 64-bit transform grows with the square root of log N; 1e-12 of the largest bin is generous.
test.each([
  2, 4, 6, 10, 12, 16, 30, 48, 60, 64, 90, 100, 128, 150, 450, 480, 500, 1000, 1024, 1500,
])("realTransform against the definition of the transform, N = %d", (length) => {
  const samples = seededSamples(length);
  const plan = realTransform(length);
  plan.input.set(samples);
  plan.run();
  for (let k = 0; k <= length / 2; k++) {
    const { re, im } = directBin(samples, k);
    expect(Math.abs(plan.re[k] - re)).toBeLessThan(1e-12 * length);
    expect(Math.abs(plan.im[k] - im)).toBeLessThan(1e-12 * length);
  }
});

test.each([48_000, 65_536, 76_800, 192_000])("Parseval's theorem, N = %d", (length) => {
  const samples = seededSamples(length);
  const plan = realTransform(length);
  plan.input.set(samples);
  plan.run();
  let spectral = (plan.re[0] ** 2 + plan.re[length / 2] ** 2) / length;
  for (let k = 1; k < length / 2; k++)
    spectral += (2 * (plan.re[k] ** 2 + plan.im[k] ** 2)) / length;
  const direct = samples.reduce((sum, value) => sum + value * value, 0);
  expect(Math.abs(spectral / direct - 1)).toBeLessThan(1e-12);
});

test("fastLength: quick, even, not above, and close", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1024, max: 50_000_000 }), (count) => {
      const length = fastLength(count);
      let rest = length;
      for (const prime of [2, 3, 5]) while (rest % prime === 0) rest /= prime;
      expect(rest).toBe(1);
      expect(length % 2).toBe(0);
      expect(length).toBeLessThanOrEqual(count);
      expect(length).toBeGreaterThan(0.95 * count);
    }),
  );
  expect([48_000, 96_000, 192_000].map(fastLength)).toEqual([48_000, 96_000, 192_000]);
});

test("refusal: lengths that are odd or have another prime factor", () => {
  expect(() => realTransform(15)).toThrow("it must be even");
  expect(() => realTransform(14)).toThrow("2^a 3^b 5^c");
});

// Both are 64-bit; they differ by rounding, which stays below 1e-15 of the largest bin for each factor of two.
test.each([
  2048, 3000, 4000, 4096, 5000, 6144, 15_360, 48_000, 65_536, 76_800, 96_000, 192_000, 259_200,
  262_144,
])("the kernel agrees with plain TypeScript, N = %d", (length) => {
  const samples = seededSamples(length);
  const [kernel, plain] = [kernelRealTransform(length), plainRealTransform(length)];
  if (!kernel) throw new Error("the kernel does not run here");
  for (const transform of [kernel, plain]) {
    transform.input.set(samples);
    transform.run();
  }
  let worst = 0,
    largest = 0;
  for (let k = 0; k <= length / 2; k++) {
    worst = Math.max(worst, Math.hypot(kernel.re[k] - plain.re[k], kernel.im[k] - plain.im[k]));
    largest = Math.max(largest, Math.hypot(plain.re[k], plain.im[k]));
  }
  expect(worst / largest).toBeLessThan(2e-14);
});
