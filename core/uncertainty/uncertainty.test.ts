import {
  coverageFactor,
  effectiveDegreesOfFreedom,
  normalCdf,
  probabilityAbove,
  instrumentStdUncertainty,
  repeatedReading,
} from ".";

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

test.each([
  [4, 2.87],
  [10, 2.28],
  [35, 2.09],
  [1e6, 2],
])("JCGM 100 table G.2: %d degrees of freedom, factor %d", (degrees, factor) =>
  expect(coverageFactor(degrees)).toBe(factor),
);

// JCGM 100:2008, H.1.6 and table H.1: an end gauge, contributions 25, 9.7, 2.9 and 16.6 nm with 18, 25.6, 50 and 2 degrees of freedom.
test("JCGM 100 example H.1: 32 nm with 16 effective degrees of freedom", () => {
  const parts = [
    [25, 18],
    [9.7, 25.6],
    [2.9, 50],
    [16.6, 2],
  ].map(([contribution, degreesOfFreedom]) => ({ contribution, degreesOfFreedom }));
  expect(Math.hypot(...parts.map(({ contribution }) => contribution))).toBeCloseTo(31.7, 1);
  expect(Math.floor(effectiveDegreesOfFreedom(parts))).toBe(16);
  expect(effectiveDegreesOfFreedom([{ contribution: 1, degreesOfFreedom: null }])).toBe(Infinity);
});

// Abramowitz and Stegun, table 26.1.
test.each([
  [0, 0.5],
  [1, 0.841344746068543],
  [1.96, 0.97500210485178],
  [-2.5, 0.006209665325776],
  [4, 0.999968328758167],
])("normalCdf(%d), tabulated", (z, probability) =>
  expect(normalCdf(z)).toBeCloseTo(probability, 12),
);

test("probabilityAbove: an interval without scatter is a share, with it the mean over the interval", () => {
  expect(probabilityAbove([40, 60], 0, 55)).toBe(0.25);
  expect([probabilityAbove([50, 50], 0, 50), probabilityAbove([49, 49], 0, 50)]).toEqual([1, 0]);
  expect(probabilityAbove([48, 52], 1, 50)).toBeCloseTo(0.5, 12);
  // The trapezoidal rule over the same interval.
  const steps = Array.from({ length: 2001 }, (_, k) => normalCdf(47 + (8 * k) / 2000 - 50));
  const mean = (steps.reduce((sum, each) => sum + each, 0) - (steps[0] + steps[2000]) / 2) / 2000;
  expect(probabilityAbove([47, 55], 1, 50)).toBeCloseTo(mean, 6);
});

test("refusal", () => {
  expect(() => repeatedReading([1])).toThrow("at least 2");
  expect(() => coverageFactor(0)).toThrow("degreesOfFreedom is 0");
});
