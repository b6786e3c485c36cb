import fc from "fast-check";
import { logBetween, logShare, logSpaced, pointsAround } from "./logarithmic";

const positive = fc.double({ min: 1e-6, max: 1e6, noNaN: true });

test("the geometric mean lies half way; an octave is a third of three octaves", () => {
  expect(logBetween(2, 8, 0.5)).toBeCloseTo(4, 12);
  expect(logShare(100, 800, 200)).toBeCloseTo(1 / 3, 12);
  // Past both ends the scale goes on.
  expect(logShare(10, 100, 1000)).toBeCloseTo(2, 12);
  expect(logBetween(10, 100, -1)).toBeCloseTo(1, 12);
});

test("place and share undo each other, also where the scale falls", () => {
  fc.assert(
    fc.property(positive, positive, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
      fc.pre(Math.abs(Math.log(a / b)) > 1e-3);
      const value = logBetween(a, b, share);
      expect(logShare(a, b, value)).toBeCloseTo(share, 9);
      expect(value).toBeGreaterThanOrEqual(Math.min(a, b) * (1 - 1e-12));
      expect(value).toBeLessThanOrEqual(Math.max(a, b) * (1 + 1e-12));
    }),
  );
});

test("preferred numbers of the R10 series are equal ratios over a decade", () => {
  // ISO 3: the theoretical values are powers of the tenth root of ten.
  const decade = logSpaced(1, 10, 11);
  expect(decade).toHaveLength(11);
  expect(decade[3]).toBeCloseTo(1.9953, 4);
  expect(decade[10]).toBeCloseTo(10, 12);
});

describe("points around a place", () => {
  const points = [
    [20, 1],
    [200, 10],
    [2000, 5],
  ] as const;
  const around = (place: number, endRatio?: number) =>
    pointsAround(points, ([x]) => x, place, endRatio);

  test("between two of them", () => {
    const found = around(200 * Math.sqrt(10));
    expect([found?.below, found?.above]).toEqual([points[1], points[2]]);
    expect(found?.share).toBeCloseTo(0.5, 12);
  });

  test.each([
    ["at a point", 200, points[1]],
    ["at the first", 20, points[0]],
    ["at the last", 2000, points[2]],
  ])("%s it is that one", (_, place, point) => {
    expect(around(place)).toEqual({ below: point, above: point, share: 0 });
  });

  test("beyond an end only as far as is allowed", () => {
    expect([around(19.9), around(2001)]).toEqual([null, null]);
    expect(around(19.9, 0.01)?.above).toBe(points[0]);
    expect(around(2015, 0.01)?.below).toBe(points[2]);
    expect([around(19.7, 0.01), around(2021, 0.01)]).toEqual([null, null]);
  });

  test("of none there is none around", () => {
    expect(pointsAround([] as number[], (x) => x, 1, 1)).toBeNull();
  });
});
