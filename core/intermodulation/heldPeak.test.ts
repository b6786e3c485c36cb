import { heldPeak } from "./heldPeak";

const RATE_HZ = 96_000;
const twoTones = (low: number, high: number, heldAt = Infinity): Float64Array =>
  Float64Array.from({ length: RATE_HZ }, (_, n) => {
    const seconds = n / RATE_HZ;
    const volts =
      low * Math.sin(2 * Math.PI * 61 * seconds) + high * Math.sin(2 * Math.PI * 7001 * seconds);
    return Math.max(-heldAt, Math.min(heldAt, volts));
  });

// Closed form: the peak of two tones of different frequency is the sum of their amplitudes.
test("two tones that reach the sum of their amplitudes are held by nothing", () =>
  expect(heldPeak(twoTones(4, 1), [4, 1], 7001, RATE_HZ)).toBeNull());

test.each([4.5, 4, 2])("held at %d V of 5, it says at how many", (volts) =>
  expect(heldPeak(twoTones(4, 1, volts), [4, 1], 7001, RATE_HZ)).toBeCloseTo(volts, 9),
);

test("what falling between samples explains is no holding: a tone near half the rate is allowed more", () => {
  const highHz = 0.45 * RATE_HZ;
  expect(heldPeak(new Float64Array(10).fill(0.9), [0.5, 0.5], 1000, RATE_HZ)).toBe(0.9);
  expect(heldPeak(new Float64Array(10).fill(0.9), [0.5, 0.5], highHz, RATE_HZ)).toBeNull();
});
