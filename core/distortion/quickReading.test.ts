import { analyseTone } from "./analyseTone";
import { quickThdPlusNoiseRatio } from "./quickReading";

const RATE_HZ = 192_000;
const tone = (hertz: number, third: number, samples = 32_768) =>
  Float64Array.from(
    { length: samples },
    (_, n) =>
      20 *
      (Math.sin((2 * Math.PI * hertz * n) / RATE_HZ) +
        third * Math.sin((6 * Math.PI * hertz * n) / RATE_HZ)),
  );

test.each([
  [1000, 0.01],
  [997, 1e-4],
  [250, 0.2],
  [6000, 0.003],
])("closed form: %d Hz with a third harmonic of %d", (hertz, third) => {
  const expected = third / Math.hypot(1, third);
  expect((quickThdPlusNoiseRatio(tone(hertz, third), RATE_HZ) ?? 0) / expected).toBeCloseTo(1, 2);
});

test("an offset is no distortion", () => {
  expect(
    (quickThdPlusNoiseRatio(
      tone(1000, 0.001).map((value) => value + 30),
      RATE_HZ,
    ) ?? 0) / 0.001,
  ).toBeCloseTo(1, 2);
  expect(
    quickThdPlusNoiseRatio(
      tone(1000, 0).map((value) => value + 30),
      RATE_HZ,
    ),
  ).toBeLessThan(1e-6);
});

test("it says what the whole analysis says, also of a clipped tone", () => {
  const clipped = tone(1000, 0).map((value) => Math.max(-17, Math.min(17, value)));
  const whole = analyseTone(clipped, RATE_HZ);
  if (!whole.ok) throw new Error(whole.finding.advice);
  expect(
    (quickThdPlusNoiseRatio(clipped, RATE_HZ) ?? 0) / whole.value.thdPlusNoiseRatio,
  ).toBeCloseTo(1, 1);
});

test("too few cycles, and silence, are no tone", () => {
  expect(quickThdPlusNoiseRatio(tone(50, 0.01), RATE_HZ)).toBeNull();
  expect(quickThdPlusNoiseRatio(new Float64Array(32_768), RATE_HZ)).toBeNull();
});
