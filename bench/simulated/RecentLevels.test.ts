import { RecentLevels } from "./RecentLevels";

const RATE_HZ = 48_000;
/** A sine of 10 V peak from 1 s on, of 2 V before, both on 3 V that do not alternate. */
const wave = Float64Array.from(
  { length: 2 * RATE_HZ },
  (_, n) => 3 + (n < RATE_HZ ? 2 : 10) * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ),
);

test("closed form: RMS of a sine without what it stands on, and its peak with it", () => {
  const levels = new RecentLevels();
  const { rms, peak } = levels.look(wave, RATE_HZ / 2);
  expect(rms).toBeCloseTo(Math.SQRT2, 9);
  expect(peak).toBeCloseTo(5, 9);
});

test("it looks back to the look before the last, and no further", () => {
  const levels = new RecentLevels();
  const looks = [0.5, 1, 1.5, 2].map((seconds) => levels.look(wave, seconds * RATE_HZ));
  expect(looks[1].peak).toBeCloseTo(5, 9);
  // Half of it at 2 V, half at 10 V: the mean of their squares.
  expect(looks[2].rms).toBeCloseTo(Math.sqrt((2 + 50) / 2), 9);
  expect(looks[3].rms).toBeCloseTo(10 / Math.SQRT2, 9);
});

test("of nothing yet, and of nothing new, it says what it knows", () => {
  const levels = new RecentLevels();
  expect(levels.look(wave, 0)).toEqual({ rms: 0, peak: 0 });
  levels.look(wave, 480);
  expect(levels.look(wave, 480).rms).toBeCloseTo(Math.SQRT2, 9);
  expect(levels.look(wave, 480)).toEqual({ rms: 0, peak: 0 });
});
