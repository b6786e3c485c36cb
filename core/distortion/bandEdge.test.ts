// A harmonic on the band's edge is one line, inside: so that 1 kHz with 1 % at 20 kHz has a THD and a THD+N of 1 %.
import { analyseTone } from "./reading";

const read = (rateHz: number, seconds: number, offsetRatio = 0) => {
  const hertz = 1000 * (1 + offsetRatio);
  const volts = Float64Array.from(
    { length: Math.round(rateHz * seconds) },
    (_, n) =>
      Math.sin((2 * Math.PI * hertz * n) / rateHz) +
      0.01 * Math.sin((2 * Math.PI * 20 * hertz * n) / rateHz + 1),
  );
  const outcome = analyseTone(volts, rateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test.each([
  [48_000, 0.1],
  [48_000, 0.3],
  [48_000, 0.777],
  [48_000, 1],
  [48_000, 2.3456],
  [96_000, 1.234],
  [192_000, 1],
  [44_100, 3.21],
])("at %d Hz, %d s long", (rateHz, seconds) => {
  for (const offsetRatio of [0, 2e-5, -2e-5]) {
    const { thdRatio, thdPlusNoiseOverFundamentalRatio } = read(rateHz, seconds, offsetRatio);
    expect(thdRatio).toBeCloseTo(0.01, 5);
    expect(thdPlusNoiseOverFundamentalRatio).toBeCloseTo(0.01, 5);
  }
});

test("one that lies clearly beyond the edge does not count", () => {
  const { thdRatio, thdPlusNoiseRatio } = read(96_000, 1, 0.002);
  expect(thdRatio).toBeLessThan(1e-6);
  expect(thdPlusNoiseRatio).toBeLessThan(1e-6);
});
