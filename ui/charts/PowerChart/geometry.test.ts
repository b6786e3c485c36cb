import { distortionPath } from "./distortionPath";
import { MARGIN, powerScales } from "./powerScales";
import type { PowerPoint } from "./types";

const point = (powerWatts: number, ratio: number): PowerPoint => ({
  powerWatts,
  thdRatio: ratio,
  thdPlusNoiseRatio: ratio,
  flattened: false,
});
const frame = { widthPx: 700, heightPx: 400 };

test("scales hold every point and the claim, on logarithmic axes", () => {
  const { x, y, xDomain, yDomain } = powerScales(
    [{ channelIndex: 0, letter: "A", points: [point(0.13, 3e-5), point(60, 0.3)] }],
    { powerWatts: 120, limitRatio: 0.005, label: "" },
    frame,
  );
  expect(xDomain).toEqual([0.1, 200]);
  expect(yDomain).toEqual([2e-5, 0.5]);
  expect(x(0.1)).toBe(MARGIN.left);
  expect(x(200)).toBe(700 - MARGIN.right);
  expect(y(2e-5)).toBe(400 - MARGIN.bottom);
  expect(x(2) - x(0.2)).toBeCloseTo(x(20) - x(2), 9);
});

test("a reading that is missing leaves a gap", () => {
  const points = [
    point(1, 0.01),
    point(2, 0.01),
    point(4, Number.NaN),
    point(8, 0.01),
    point(16, 0.01),
  ];
  const scales = powerScales(
    [{ channelIndex: 0, letter: "A", points: points.filter(({ thdRatio }) => thdRatio > 0) }],
    null,
    frame,
  );
  expect(distortionPath(points, ({ thdRatio }) => thdRatio, scales).match(/M/g)?.length).toBe(2);
});
