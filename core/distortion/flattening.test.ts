import fc from "fast-check";
import { seededNormal } from "../signal";
import { analyseTone, FLATTENING_CRITERION_RATIO, readFlattening } from "./reading";
import { peakBetweenSamples } from "./peakBetweenSamples";

const sine = (peak: number, frequencyHz = 1000, sampleRateHz = 96_000, seconds = 0.4) =>
  Float64Array.from(
    { length: seconds * sampleRateHz },
    (_, n) => peak * Math.sin((2 * Math.PI * frequencyHz * n) / sampleRateHz),
  );
const clipped = (volts: Float64Array, high: number, low: number) =>
  volts.map((value) => Math.min(high, Math.max(-low, value)));

test("a clean sine is not flattened, at any level, frequency or rate", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 100, noNaN: true }),
      fc.double({ min: 50, max: 8000, noNaN: true }),
      fc.constantFrom(44_100, 48_000, 192_000),
      (peak, frequencyHz, rate) => {
        const { present, firstHalf } = readFlattening(
          sine(peak, frequencyHz, rate, 0.3),
          rate,
          frequencyHz,
        );
        expect([present, firstHalf]).toEqual([false, null]);
      },
    ),
    { numRuns: 25 },
  );
});

test.each([
  [8000, 48_000],
  [7999.999978682563, 48_000],
  [6000, 48_000],
  [12_000, 48_000],
  [16_000, 96_000],
  [11_025, 44_100],
])(
  "nor when a few samples a cycle fall on the same phases: %d Hz at %d Hz",
  (frequencyHz, rate) => {
    for (const phase of [0, 0.1, 0.5, 1]) {
      const volts = Float64Array.from({ length: 0.3 * rate }, (_, n) =>
        Math.sin((2 * Math.PI * frequencyHz * n) / rate + phase),
      );
      expect(readFlattening(volts, rate, frequencyHz).present).toBe(false);
    }
  },
);

test("closed form: the shortfall of a clipped sine is what was cut off", () => {
  fc.assert(
    fc.property(fc.double({ min: 0.6, max: 0.97, noNaN: true }), (ratio) => {
      const { positive, negative, firstHalf } = readFlattening(
        clipped(sine(10), 10 * ratio, 10 * ratio),
        96_000,
        1000,
      );
      expect(positive.shortfallRatio).toBeCloseTo(1 - ratio, 2);
      expect(negative.shortfallRatio).toBeCloseTo(1 - ratio, 2);
      expect(firstHalf).toBe("both");
    }),
    { numRuns: 20 },
  );
});

test("deep overdrive, down to a quarter of the wave, is flattened in every cycle at every rate", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.25, max: 0.6, noNaN: true }),
      fc.constantFrom(44_100, 48_000, 96_000, 192_000),
      (ratio, rate) => {
        const { present, positive, cycleCount } = readFlattening(
          clipped(sine(10, 1000, rate, 0.1), 10 * ratio, 10 * ratio),
          rate,
          1000,
        );
        expect(present).toBe(true);
        expect(positive.flattenedCycleCount).toBeGreaterThan(0.9 * cycleCount);
      },
    ),
    { numRuns: 30 },
  );
});

test.each([
  [9, 9.6, "positive"],
  [9.6, 9, "negative"],
  [9.5, 20, "positive"],
  [20, 9.5, "negative"],
] as const)("clipped at +%d and -%d V: %s first", (high, low, half) => {
  expect(readFlattening(clipped(sine(10), high, low), 96_000, 1000)).toMatchObject({
    present: true,
    firstHalf: half,
  });
});

test("the criterion is 0.3 %: 0.2 % of the tip is let pass, 0.5 % is not", () => {
  expect(FLATTENING_CRITERION_RATIO).toBe(0.003);
  expect(readFlattening(clipped(sine(10), 9.98, 9.98), 96_000, 1000).present).toBe(false);
  expect(readFlattening(clipped(sine(10), 9.95, 9.95), 96_000, 1000).present).toBe(true);
});

test("smooth compression of two percent, and crossover, are no clipping", () => {
  const compressed = sine(10).map((value) => value - 2e-4 * value ** 3);
  const crossed = sine(10).map((value) => value - 0.05 * Math.tanh(value));
  expect(readFlattening(compressed, 96_000, 1000).present).toBe(false);
  expect(readFlattening(crossed, 96_000, 1000).present).toBe(false);
});

test("noise of one percent hides nothing that is deep, and shows nothing that is not there", () => {
  const normal = seededNormal(6);
  const noisy = (volts: Float64Array) => volts.map((value) => value + 0.1 * normal());
  expect(readFlattening(noisy(sine(10)), 96_000, 1000).present).toBe(false);
  expect(readFlattening(noisy(clipped(sine(10), 8, 8)), 96_000, 1000).present).toBe(true);
});

test("tops that flatten in one cycle of ten, as supply ripple does it, count; their spread is the ripple", () => {
  const rippled = sine(10).map((value, n) =>
    Math.min(value, 9.9 + 0.6 * Math.sin((2 * Math.PI * 100 * n) / 96_000)),
  );
  const { present, firstHalf, positive, cycleCount } = readFlattening(rippled, 96_000, 1000);
  expect([present, firstHalf]).toEqual([true, "positive"]);
  expect(positive.flattenedCycleCount).toBeGreaterThan(0);
  expect(positive.flattenedCycleCount).toBeLessThan(cycleCount);
  expect(positive.tipSpreadVolts).toBeGreaterThan(0.5);
});

test("silence has no tops", () =>
  expect(readFlattening(new Float64Array(4800), 48_000, 1000)).toMatchObject({
    present: false,
    cycleCount: 0,
  }));

test("peakBetweenSamples: a sine whose peaks fall between samples, within 0.1 %", () => {
  const volts = sine(1, 4000, 48_000, 0.01).map((_, n) =>
    Math.sin((2 * Math.PI * 4000 * n) / 48_000 + Math.PI / 12),
  );
  let top = 100;
  for (let n = 100; n < 112; n++) if (volts[n] > volts[top]) top = n;
  expect(volts[top]).toBeLessThan(0.97);
  expect(peakBetweenSamples(volts, 1, top)).toBeCloseTo(1, 2);
  expect(peakBetweenSamples(volts, 1, 2)).toBe(volts[2]);
});

test("the spectrum never rules out what the search would find: tips cut just past the criterion, in every cycle or one in forty", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 60, max: 3900, noNaN: true }),
      fc.constantFrom(1, 10, 40),
      fc.constantFrom(1, -1),
      (frequencyHz, everyCycles, sign) => {
        const rate = 192_000;
        const volts = sine(10, frequencyHz, rate, 0.3).map((value, n) =>
          Math.floor((n * frequencyHz) / rate) % everyCycles === 0
            ? sign * Math.min(sign * value, 9.96)
            : value,
        );
        const found = readFlattening(volts, rate, frequencyHz);
        const reading = analyseTone(volts, rate);
        expect(reading.ok && reading.value.flattening.present).toBe(found.present);
        if (everyCycles === 1) expect(found.present).toBe(true);
      },
    ),
    { numRuns: 12 },
  );
});

test.each([
  [48_000, 997, 15],
  [44_100, 997, 15],
  [192_000, 1000, 15],
  [96_000, 1003.7, 4],
])(
  "cut alike on both sides, at %d Hz of %d Hz, %d times too high: neither half is first",
  (rateHz, hertz, times) => {
    const volts = Float64Array.from({ length: rateHz }, (_, n) =>
      Math.max(-20, Math.min(20, 20 * times * Math.sin((2 * Math.PI * hertz * n) / rateHz + 0.2))),
    );
    expect(readFlattening(volts, rateHz, hertz).firstHalf).toBe("both");
  },
);

test("half a percent less on one side is reported", () => {
  const volts = Float64Array.from({ length: 192_000 }, (_, n) =>
    Math.max(-20, Math.min(19.9, 30 * Math.sin((2 * Math.PI * 997 * n) / 192_000))),
  );
  expect(readFlattening(volts, 192_000, 997).firstHalf).toBe("positive");
});
