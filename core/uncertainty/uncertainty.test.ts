import fc from "fast-check";
import { coverageFactor, instrumentStdUncertainty, propagated, repeatedReading } from ".";

test("JCGM 100 4.3.7: 0.5 % of 20 V, 0.1 % of 40 V and 3 digits of 10 mV are 0.17 V, a rectangle", () => {
  const u = instrumentStdUncertainty(20, {
    readingRatio: 0.005,
    rangeRatio: 0.001,
    range: 40,
    digits: 3,
    resolution: 0.01,
  });
  expect(u).toBeCloseTo(0.17 / Math.sqrt(3), 12);
});

// JCGM 100:2008, H.2: five readings of voltage in table H.2, mean 4.9990 V, standard uncertainty of the mean 0.0032 V.
test("JCGM 100 example H.2: repeated voltage readings", () => {
  const { mean, stdUncertainty } = repeatedReading([5.007, 4.994, 5.005, 4.99, 4.999]);
  expect(mean).toBeCloseTo(4.999, 6);
  expect(stdUncertainty).toBeCloseTo(0.0032, 4);
});

test("closed form: power V^2 / R propagates as 2 u(V) / V and u(R) / R", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 60, noNaN: true }),
      fc.double({ min: 2, max: 16, noNaN: true }),
      (volts, ohms) => {
        const u = propagated(([v, r]) => (v * v) / r, [volts, ohms], [0.003 * volts, 0.002 * ohms]);
        expect(u / (volts ** 2 / ohms)).toBeCloseTo(Math.hypot(0.006, 0.002), 6);
      },
    ),
  );
});

test.each([
  [4, 2.87],
  [10, 2.28],
  [35, 2.09],
  [1e6, 2],
])("JCGM 100 table G.2: %d degrees of freedom, factor %d", (degrees, factor) =>
  expect(coverageFactor(degrees)).toBe(factor),
);

test("refusal", () => {
  expect(() => repeatedReading([1])).toThrow("at least 2");
  expect(() => propagated(() => 0, [1], [])).toThrow("same length");
  expect(() => coverageFactor(0)).toThrow("degreesOfFreedom is 0");
});
