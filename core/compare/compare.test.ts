import { seededNormal } from "../signal";
import { curveDifference, normalised } from ".";

const LOG_DB = { scale: "amplitude", isLog: true } as const;
const decades = (count: number, y: (x: number) => number) =>
  Array.from({ length: count }, (_, k) => {
    const x = 20 * 1000 ** (k / (count - 1));
    return [x, y(x)] as const;
  });
const curve = (points: readonly (readonly [number, number])[], yStd = 0.01, xStdRatio = 0) => ({
  points,
  yStd,
  xStdRatio,
});
const found = (...asked: Parameters<typeof curveDifference>) => {
  const outcome = curveDifference(...asked);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test("twice the volts are 6.02 dB everywhere, whatever the places at which each was read", () => {
  const difference = found(curve(decades(31, () => 2)), curve(decades(17, () => 1)), LOG_DB);
  for (const { value } of difference.points) expect(value).toBeCloseTo(20 * Math.log10(2), 9);
  // JCGM 100: 1 % each are 0.087 dB each, 0.123 dB together.
  expect(difference.points[0].stdUncertainty).toBeCloseTo(0.0869 * Math.SQRT2, 3);
  expect(difference.isReal).toBe(true);
});

test("a first-order low pass against a flat curve: 3.01 dB at its corner", () => {
  const corner = 20_000;
  const difference = found(
    curve(decades(61, (f) => 1 / Math.hypot(1, f / corner))),
    curve(decades(61, () => 1)),
    LOG_DB,
  );
  expect(difference.points.at(-1)?.value).toBeCloseTo(-3.01, 2);
  expect(difference.surest.x).toBeCloseTo(20_000, 3);
});

test("twice the power is 3.01 dB; degrees have no dB", () => {
  const power = found(curve(decades(5, () => 2)), curve(decades(5, () => 1)), {
    scale: "power",
    isLog: true,
  });
  expect(power.mean).toBeCloseTo(10 * Math.log10(2), 9);
  const plain = found(
    curve(
      [
        [0, 22],
        [60, 52],
      ],
      0.5,
    ),
    curve(
      [
        [0, 22],
        [60, 42],
      ],
      0.5,
    ),
    { scale: "plain", isLog: false },
  );
  expect(plain.points.at(-1)).toMatchObject({ value: 10, stdUncertainty: Math.hypot(0.5, 0.5) });
});

test("where a curve is steep an unsure x counts: 1 % of x at a slope of 40 dB a decade is 0.17 dB", () => {
  const difference = found(
    curve(
      decades(31, (x) => (x / 20) ** 2),
      0,
      0.01,
    ),
    curve(
      decades(31, (x) => (x / 20) ** 2),
      0,
      0,
    ),
    LOG_DB,
  );
  expect(difference.points[5].stdUncertainty).toBeCloseTo(40 * Math.log10(1.01), 2);
});

test("what is only chance is seldom called real, what is three times as much nearly always", () => {
  const random = seededNormal(11);
  const trials = 300;
  const realOf = (offset: number) => {
    let real = 0;
    for (let k = 0; k < trials; k++) {
      // One scale error a curve, as a rig has, which is what the uncertainty stands for.
      const [mine, other] = [0, 0].map(() => 1 + 0.01 * random());
      const difference = found(
        curve(decades(25, () => mine * offset)),
        curve(decades(25, () => other)),
        LOG_DB,
      );
      if (difference.isReal) real++;
    }
    return real / trials;
  };
  expect(realOf(1)).toBeLessThan(0.08);
  expect(realOf(1.06)).toBeGreaterThan(0.9);
});

test("without a stretch in common, or with a reading of zero, nothing is reported", () => {
  const low = curve([
    [20, 1],
    [200, 1],
  ]);
  const high = curve([
    [2000, 1],
    [20_000, 1],
  ]);
  expect(curveDifference(low, high, LOG_DB)).toMatchObject({ ok: false });
  expect(
    curveDifference(
      low,
      curve([
        [20, 0],
        [200, 1],
      ]),
      LOG_DB,
    ),
  ).toMatchObject({ ok: false, finding: { advice: expect.stringContaining("zero") as string } });
});

test("normalised: watts over what is rated, levels over their own at one place, or none", () => {
  const points = [
    [1, 0.001],
    [10, 0.002],
    [100, 0.1],
  ] as const;
  expect(normalised(points, { how: "of-rated", rated: 50 }, true)?.[2]).toEqual([2, 0.1]);
  expect(normalised(points, { how: "meet", at: 10, scale: "amplitude" }, true)?.[0]).toEqual([
    1, 0.5,
  ]);
  // Straight between over both logarithms: half way from 1 to 10 W lies half way from 0.1 to 0.2 %.
  const between = normalised(points, { how: "meet", at: Math.sqrt(10), scale: "amplitude" }, true);
  expect(between?.[0][1]).toBeCloseTo(0.001 / Math.sqrt(0.001 * 0.002), 9);
  expect(normalised(points, { how: "as-measured" }, true)).toBe(points);
});

test("where it was not read, or without what it is rated for, a curve cannot be brought together", () => {
  const points = [
    [1, 1],
    [10, 1],
  ] as const;
  expect(normalised(points, { how: "meet", at: 20, scale: "amplitude" }, true)).toBeNull();
  expect(normalised(points, { how: "meet", at: 0.5, scale: "amplitude" }, true)).toBeNull();
  expect(normalised(points, { how: "of-rated", rated: 0 }, true)).toBeNull();
});

test("where curves meet powers become levels, and degrees are taken from each other", () => {
  const points = [
    [1, 10],
    [10, 40],
  ] as const;
  // Four times the power is twice the amplitude: 6.02 dB.
  expect(normalised(points, { how: "meet", at: 1, scale: "power" }, true)?.[1]).toEqual([10, 2]);
  expect(normalised(points, { how: "meet", at: 1, scale: "plain" }, false)).toEqual([
    [1, 0],
    [10, 30],
  ]);
  // Nought degrees are a temperature like any other, and no volts are nothing to meet at.
  const cold = [
    [0, 0],
    [60, 12],
  ] as const;
  expect(normalised(cold, { how: "meet", at: 0, scale: "plain" }, false)?.[1]).toEqual([60, 12]);
  expect(normalised(cold, { how: "meet", at: 0, scale: "amplitude" }, false)).toBeNull();
});
