import { analyseMultitone } from ".";

const RATE_HZ = 48_000;
const FREQUENCIES = [100, 700, 3100, 9000];
const made = (extra: (t: number) => number) =>
  Float64Array.from({ length: 2 * RATE_HZ }, (_, n) => {
    const t = n / RATE_HZ;
    return FREQUENCIES.reduce(
      (sum, hertz, k) => sum + Math.sin(2 * Math.PI * hertz * t + k),
      extra(t),
    );
  });

test("closed form: a line of a thousandth between four tones of 1 V", () => {
  const outcome = analyseMultitone(
    made((t) => 1e-3 * Math.sin(2 * Math.PI * 2000 * t)),
    RATE_HZ,
    FREQUENCIES,
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  // Four tones have twice the volts RMS of one.
  expect(outcome.value.totalRatio / 2000).toBeCloseTo(1, 1);
  expect(outcome.value.freeRangeRatio / 1000).toBeCloseTo(1, 1);
  // Bennett: 60 dB less 1.76 dB, over 6.02 dB a bit.
  expect(outcome.value.freeRangeBits).toBeCloseTo((60 - 1.76) / 6.02, 1);
});

test("one tone is no multitone, and a moment cannot part several", () => {
  expect(() =>
    analyseMultitone(
      made(() => 0),
      RATE_HZ,
      [100],
    ),
  ).toThrow("at least 2");
  expect(analyseMultitone(made(() => 0).subarray(0, 2000), RATE_HZ, FREQUENCIES)).toMatchObject({
    ok: false,
    finding: { code: "too-short" },
  });
});
