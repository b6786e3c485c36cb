import { logFrequencies } from "../signal";
import { amplitudeRatioToDb } from "../units";
import { ownResponse, withoutOwn } from "./ownResponse";
import type { ResponsePoint } from "./types";

type Complex = readonly [re: number, im: number];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const over = (a: Complex, [c, d]: Complex): Complex => {
  const size = c * c + d * d;
  return times(a, [c / size, -d / size]);
};

// Closed forms of one pole: 1 / (1 + jf/f0), and what couples above f0.
const low = (cornerHz: number) => (hertz: number) => over([1, 0], [1, hertz / cornerHz]);
const high = (cornerHz: number) => (hertz: number) =>
  over([0, hertz / cornerHz], [1, hertz / cornerHz]);
const delayed =
  (seconds: number) =>
  (hertz: number): Complex => [
    Math.cos(2 * Math.PI * hertz * seconds),
    -Math.sin(2 * Math.PI * hertz * seconds),
  ];

const pointsOf = (
  parts: readonly ((hertz: number) => Complex)[],
  frequencies: readonly number[],
  gain = 1,
): ResponsePoint[] =>
  frequencies.map((frequencyHz) => {
    const [re, im] = parts.reduce<Complex>((all, part) => times(all, part(frequencyHz)), [gain, 0]);
    return { frequencyHz, ratio: Math.hypot(re, im), phaseRadians: Math.atan2(im, re) };
  });

/** An interface: it couples above 4 Hz, its filter falls from 40 kHz on, and it is half a sample of 48 kHz late. */
const RIG = [high(4), low(40_000), delayed(0.5 / 48_000)];
const AMPLIFIER = [high(12), low(60_000)];
const AT_RIG = logFrequencies(10, 21_600, 16);
const AT_RUN = logFrequencies(20, 20_000, 10);

const own = ownResponse(pointsOf(RIG, AT_RIG, 0.3));

test("by itself it is 1 at 1 kHz, and has no delay: only what is left bends", () => {
  const at = own?.reduce((best, point) =>
    Math.abs(point.frequencyHz - 1000) < Math.abs(best.frequencyHz - 1000) ? point : best,
  );
  expect(at?.ratio).toBeCloseTo(1, 3);
  const [middle] = (own ?? []).filter(({ frequencyHz }) => frequencyHz > 2000);
  expect(Math.abs(middle.phaseRadians)).toBeLessThan(0.02);
  expect(own?.[0].phaseRadians).toBeCloseTo(Math.atan(4 / 10), 2);
});

test("what is left without it is the amplifier's magnitude within 0.01 dB, and its phase within half a degree of a pure delay", () => {
  const measured = pointsOf([...RIG, ...AMPLIFIER], AT_RUN);
  const { points, leftHz } = withoutOwn(measured, own ?? []);
  const wanted = pointsOf(AMPLIFIER, AT_RUN);
  expect(leftHz).toEqual([]);
  const middle = Math.floor(AT_RUN.length / 2);
  const gain = points[middle].ratio / wanted[middle].ratio;
  // The delay of the rig stays in, as that of any cable does: half a sample, and the filter's 1 / (2 pi f0).
  const delaySeconds = 0.5 / 48_000 + 1 / (2 * Math.PI * 40_000);
  points.forEach(({ ratio, frequencyHz, phaseRadians }, k) => {
    expect(Math.abs(amplitudeRatioToDb(ratio / gain / wanted[k].ratio))).toBeLessThan(0.01);
    const late = wanted[k].phaseRadians - phaseRadians;
    if (frequencyHz < 10_000)
      expect(Math.abs(late - 2 * Math.PI * frequencyHz * delaySeconds)).toBeLessThan(0.0087);
  });
  // Left in, the interface would cost the amplifier a decibel at 20 kHz.
  const left = measured.map(({ ratio }, k) => amplitudeRatioToDb(ratio / gain / wanted[k].ratio));
  expect(Math.min(...left)).toBeLessThan(-0.9);
});

test("beyond what was read of the rig, points stay as they were measured and are named", () => {
  const measured = pointsOf(AMPLIFIER, [5, 1000, 30_000]);
  const { points, leftHz } = withoutOwn(measured, own ?? []);
  expect(leftHz).toEqual([5, 30_000]);
  expect([points[0], points[2]]).toEqual([measured[0], measured[2]]);
});

test("the uncertainty of a ratio shrinks and grows with it", () => {
  const [point] = withoutOwn(
    [{ frequencyHz: 10, ratio: 1, phaseRadians: 0, ratioStdUncertainty: 0.01 }],
    own ?? [],
  ).points;
  expect(point.ratioStdUncertainty).toBeCloseTo(0.01 * point.ratio, 12);
});

test("a reading that lies on one side of 1 kHz says nothing", () => {
  expect(ownResponse(pointsOf(RIG, [20, 50, 100]))).toBeNull();
  expect(ownResponse([])).toBeNull();
});
