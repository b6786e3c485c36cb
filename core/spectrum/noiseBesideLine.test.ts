import { noiseBandwidthBins, noiseBesideLine, powerSpectrum } from ".";

const RATE_HZ = 48_000;
const COUNT = 2 ** 17;
/** A tone of 1 V in noise whose samples have nothing to do with one another: two uniform numbers, by a linear congruence. */
const toneIn = (deviation: number): Float64Array => {
  let state = 1;
  const uniform = () => {
    state = (1_664_525 * state + 1_013_904_223) >>> 0;
    return state / 2 ** 32 - 0.5;
  };
  // Their sum has a variance of one sixth.
  return Float64Array.from(
    { length: COUNT },
    (_, n) =>
      Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ) +
      deviation * Math.sqrt(6) * (uniform() + uniform()),
  );
};

// Closed form: white noise of variance s^2 has s^2 / (N / 2) in each bin, and a noise bandwidth of the window takes in so many bins.
test.each([1e-4, 1e-3, 1e-2])(
  "beside a tone in white noise of %d V it is that of one noise bandwidth",
  (deviation) => {
    const spectrum = powerSpectrum(toneIn(deviation), RATE_HZ, "blackmanHarris7");
    const expected = (deviation ** 2 / (COUNT / 2)) * noiseBandwidthBins("blackmanHarris7");
    const ratio = noiseBesideLine(spectrum, 1000) / expected;
    // Some two dozen bins that the window ties together scatter by a third.
    expect(ratio).toBeGreaterThan(0.4);
    expect(ratio).toBeLessThan(1.9);
  },
);

test("the tone itself is not counted: without noise there is nothing beside it", () =>
  expect(noiseBesideLine(powerSpectrum(toneIn(0), RATE_HZ, "blackmanHarris7"), 1000)).toBeLessThan(
    1e-16,
  ));
