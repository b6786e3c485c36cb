import fc from "fast-check";
import { inverseTransform, transformOf } from "./complexSpectrum";

/** The sum of its definition, term by term. */
const byDefinition = (samples: Float64Array, length: number, bin: number): [number, number] => {
  let re = 0,
    im = 0;
  samples.forEach((value, n) => {
    re += value * Math.cos((2 * Math.PI * bin * n) / length);
    im -= value * Math.sin((2 * Math.PI * bin * n) / length);
  });
  return [re, im];
};

const samplesOf = (count: number) =>
  Float64Array.from({ length: count }, (_, n) => Math.sin(n * n) + 0.3 * n);

test("it is the discrete Fourier transform, of samples with zeros after them", () => {
  const samples = samplesOf(50);
  const { re, im } = transformOf(samples, 60);
  for (const bin of [0, 1, 17, 30, 59]) {
    const [wantedRe, wantedIm] = byDefinition(samples, 60, bin);
    expect(re[bin]).toBeCloseTo(wantedRe, 8);
    expect(im[bin]).toBeCloseTo(wantedIm, 8);
  }
});

test("there and back again, and neither half of the transform is touched", () =>
  fc.assert(
    fc.property(fc.constantFrom(8, 30, 64, 150, 360), (length) => {
      const samples = samplesOf(length);
      const { re, im } = transformOf(samples, length);
      const [keptRe, keptIm] = [re.slice(), im.slice()];
      const back = inverseTransform(re, im);
      samples.forEach((value, n) => expect(back[n]).toBeCloseTo(value, 9));
      expect([re, im]).toEqual([keptRe, keptIm]);
    }),
  ));

test("closed form: a shifted pulse has the same size at every frequency, and a phase that turns evenly", () => {
  const pulse = new Float64Array(64);
  pulse[3] = 2;
  const { re, im } = transformOf(pulse, 64);
  for (const bin of [1, 5, 20]) {
    expect(Math.hypot(re[bin], im[bin])).toBeCloseTo(2, 12);
    expect(re[bin]).toBeCloseTo(2 * Math.cos((2 * Math.PI * bin * 3) / 64), 12);
  }
});
