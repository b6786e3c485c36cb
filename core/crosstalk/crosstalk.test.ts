import { amplitudeRatioToDb } from "../units";
import { crosstalk, drivenStrengths, loudestChannel } from ".";

const RATE_HZ = 48_000;
const sum = (...parts: readonly [hertz: number, peak: number][]): Float64Array =>
  Float64Array.from({ length: 2 * RATE_HZ }, (_, n) =>
    parts.reduce(
      (total, [hertz, peak]) => total + peak * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ),
      0,
    ),
  );

test("the driven channel is the one with the tone, however strong the hum on the idle one is", () => {
  const driven = sum([10_000, 1]);
  const idle = sum([50, 5], [10_000, 0.01], [150, 1]);
  expect(loudestChannel([driven, idle], RATE_HZ)).toBe(0);
  expect(loudestChannel([idle, driven], RATE_HZ)).toBe(1);
  const reading = crosstalk(driven, idle, RATE_HZ);
  if (!reading.ok) throw new Error(reading.finding.advice);
  expect(amplitudeRatioToDb(reading.value.ratio)).toBeCloseTo(-40, 1);
});

test("a tone among the mains lines is found by the total level", () => {
  expect(loudestChannel([sum([100, 0.01]), sum([100, 1])], RATE_HZ)).toBe(1);
  const [quiet, loud] = drivenStrengths([sum([100, 0.01]), sum([100, 1])], RATE_HZ);
  expect(loud / quiet).toBeCloseTo(100, 1);
});
