import fc from "fast-check";
import { binned } from "./binned";
import { COVERAGE } from "./coverage";

const course = (count: number, stepSeconds = 1, from = 1000) => ({
  seconds: Float64Array.from({ length: count }, (_, k) => from + stepSeconds * k),
  celsius: Float64Array.from(
    { length: count },
    (_, k) => 20 + 40 * (1 - Math.exp((-k * stepSeconds) / 3000)),
  ),
});

test("short courses are left none, counted from their first reading", () => {
  const given = course(50, 60);
  const { seconds, celsius, counts } = binned(given);
  expect([...seconds]).toEqual([...given.seconds].map((value) => value - 1000));
  expect([...celsius]).toEqual([...given.celsius]);
  expect([...counts]).toEqual(Array(50).fill(1));
});

test("no reading is lost, and the mean of all is kept, however long the course", () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), (count) => {
      const given = course(count);
      const { celsius, counts } = binned(given);
      const total = counts.reduce((sum, value) => sum + value, 0);
      const mean = celsius.reduce((sum, value, k) => sum + value * counts[k], 0) / total;
      expect(total).toBe(count);
      expect(celsius.length).toBeLessThanOrEqual(400);
      expect(mean).toBeCloseTo(given.celsius.reduce((sum, value) => sum + value, 0) / count, 9);
    }),
    { numRuns: 40 },
  ));

// Closed form: the mean of an exponential over a span differs from its middle by (width / time constant)^2 / 24 of what is left.
test("a mean over its span is the course at its middle, to less than a hundred thousandth of the rise", () => {
  const { seconds, celsius } = binned(course(14_400));
  seconds.forEach((at, k) =>
    expect(Math.abs(celsius[k] - (20 + 40 * (1 - Math.exp(-at / 3000))))).toBeLessThan(40e-5),
  );
});

test("readings of one moment do not divide by nothing", () => {
  const { seconds, celsius } = binned({
    seconds: new Float64Array(500).fill(7),
    celsius: new Float64Array(500).fill(31),
  });
  expect([seconds[0], celsius[0]]).toEqual([0, 31]);
});

// JCGM 100:2008, table G.1: 95 % of a normal distribution lie within 1.960 standard deviations.
test("nineteen times in twenty", () => expect(COVERAGE).toBeCloseTo(1.96, 2));
