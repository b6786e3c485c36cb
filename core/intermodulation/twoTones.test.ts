import { findTwoTones, type TonePair } from "./twoTones";

const RATE_HZ = 48_000;
const DIFFERENCE: TonePair = { nearLowHz: 19_000, nearHighHz: 20_000, least: 1.01, most: 1.5 };
const made = (...tones: [hertz: number, peak: number][]) =>
  Float64Array.from({ length: RATE_HZ / 2 }, (_, n) =>
    tones.reduce(
      (sum, [hertz, peak]) => sum + peak * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ),
      0,
    ),
  );
const adviceOf = (outcome: ReturnType<typeof findTwoTones>): string =>
  outcome.ok ? "found" : outcome.finding.advice;

test("the two tones that should be there are found, and used none", () => {
  const outcome = findTwoTones(made([19_003, 1], [20_001, 0.8]), RATE_HZ, DIFFERENCE);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.lowHz).toBeCloseTo(19_003, 1);
  expect(outcome.value.highVoltsPeak).toBeCloseTo(0.8, 4);
  expect(outcome.value.cautions).toEqual([]);
});

test("another pair of the same kind is used, and said to be another", () => {
  const outcome = findTwoTones(made([14_000, 1], [15_000, 1]), RATE_HZ, DIFFERENCE);
  expect(outcome).toMatchObject({ ok: true, value: { cautions: [{ code: "other-tones" }] } });
});

test.each([
  ["silence", made(), "it is silent"],
  ["one tone", made([1000, 1]), "only one tone"],
  ["a tone with its harmonic", made([1000, 1], [2000, 0.4]), "with its harmonics"],
  ["a pair of another kind", made([700, 1], [3100, 1]), "not a pair of this kind"],
])("%s is refused with what is there", (_, volts, words) =>
  expect(adviceOf(findTwoTones(volts, RATE_HZ, DIFFERENCE))).toContain(words),
);
