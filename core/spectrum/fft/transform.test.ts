import fc from "fast-check";
import { inverseTransform, transformOf } from "../complexSpectrum";
import { noiseBesideLine } from "../noiseBesideLine";
import { powerSpectrum } from "..";
import { ComplexTransform } from "./complexTransform";
import { nearSquare, radicesOf } from "./factors";
import { KERNEL_BASE64 } from "./kernelBytes";

test("radices multiply to the length, and no other length has any", () => {
  for (const length of [1, 2, 60, 1024, 3 * 5 * 64])
    expect(radicesOf(length).reduce((product, radix) => product * radix, 1)).toBe(length);
  expect(() => radicesOf(7)).toThrow("7");
});

test("the two factors nearest to the root, the larger first", () => {
  expect(nearSquare(1024)).toEqual([32, 32]);
  const [large, small] = nearSquare(960);
  expect(large * small).toBe(960);
  expect(large).toBeGreaterThanOrEqual(small);
});

/** The definition, term by term. */
const slowTransform = (samples: readonly number[]) =>
  samples.map((_, k) =>
    samples.reduce(
      (sum, value, n) => ({
        re: sum.re + value * Math.cos((2 * Math.PI * k * n) / samples.length),
        im: sum.im - value * Math.sin((2 * Math.PI * k * n) / samples.length),
      }),
      { re: 0, im: 0 },
    ),
  );

test("property: of any length of twos, threes and fives the transform is its definition", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(2, 3, 4, 5, 6, 12, 15, 20, 60),
      fc.infiniteStream(fc.double({ min: -9, max: 9, noNaN: true })),
      (length, stream) => {
        const samples = [...stream.take(length)];
        const re = Float64Array.from(samples),
          im = new Float64Array(length);
        new ComplexTransform(length).transformInto(re, im);
        slowTransform(samples).forEach((expected, k) => {
          expect(re[k]).toBeCloseTo(expected.re, 9);
          expect(im[k]).toBeCloseTo(expected.im, 9);
        });
      },
    ),
    { seed: 2, numRuns: 60 },
  );
});

test("there and back again is where one was, padded with zeros", () => {
  const samples = Float64Array.from({ length: 50 }, (_, n) => Math.sin(n) + 0.1 * n);
  const { re, im } = transformOf(samples, 60);
  const back = inverseTransform(re, im);
  samples.forEach((value, n) => expect(back[n]).toBeCloseTo(value, 10));
  expect(Math.max(...back.subarray(50).map(Math.abs))).toBeLessThan(1e-10);
});

test("the kernel is a WebAssembly module", () => {
  const bytes = Buffer.from(KERNEL_BASE64, "base64");
  expect([...bytes.subarray(0, 4)]).toEqual([0, 0x61, 0x73, 0x6d]);
  expect(WebAssembly.validate(bytes)).toBe(true);
});

test("noise beside a line is that of one noise bandwidth, whatever the line holds", () => {
  const of = (peak: number) => {
    let state = 1;
    const volts = Float64Array.from({ length: 2 ** 15 }, (_, n) => {
      state = (state * 16_807) % 2_147_483_647;
      return peak * Math.sin(0.5 * n) + Math.sqrt(12) * 1e-3 * (state / 2_147_483_647 - 0.5);
    });
    return noiseBesideLine(powerSpectrum(volts, 1, "blackmanHarris7"), 0.5 / (2 * Math.PI));
  };
  // A mean square of 1e-6 over half the rate, in 2.63 bins of 2^-15 (Albrecht's 7 terms).
  const expected = (1e-6 * 2 * 2.63) / 2 ** 15;
  for (const peak of [0.01, 1]) {
    expect(of(peak) / expected).toBeGreaterThan(0.5);
    expect(of(peak) / expected).toBeLessThan(2);
  }
});
