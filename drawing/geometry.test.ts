import { axisOf } from "./axis";
import { nearestPoint, pathOf, scaleFor } from "./geometry";

test("frequencies lie on a logarithmic axis: a decade is as long anywhere", () => {
  const axis = axisOf("hertz", "level-ratio", [10, 100_000]);
  const scale = scaleFor(axis, [10, 100_000], [0, 600], true);
  const at = [10, 100, 1000, 10_000].map((hertz) => scale.place(hertz));
  expect(at[1] - at[0]).toBeCloseTo(at[3] - at[2], 6);
  expect(scale.value(scale.place(440))).toBeCloseTo(440, 6);
  expect(scale.ticks.map((tick) => axis.tick(tick))).toEqual(
    expect.arrayContaining(["20", "100", "1k", "10k"]),
  );
});

test("ratios are drawn and read as decibels, also those of nothing at all", () => {
  const axis = axisOf("level-ratio", "hertz", [1, 0.1]);
  expect([axis.shown(0.1), axis.text(0.5)]).toEqual([-20, "−6.02 dB"]);
  expect(Number.isFinite(axis.shown(0))).toBe(true);
});

test("a flat curve is not blown up into a mountain of hundredths", () => {
  const scale = scaleFor(axisOf("level-ratio", "hertz", [1, 1.0001]), [1, 1.0001], [300, 0], false);
  expect(Math.abs(scale.place(0.001) - scale.place(0))).toBeLessThan(3);
});

test("time reads in the unit that fits it", () => {
  expect(axisOf("seconds", "volts", [0, 0.003]).text(0.0015)).toBe("1.500 ms");
  expect(axisOf("seconds", "celsius", [0, 3600]).text(1800)).toBe("30.00 min");
  expect(axisOf("seconds", "watts", [0.008, 2]).isLog).toBe(true);
});

test("the nearest point is the nearest as it is drawn", () => {
  const points = [
    [10, 1],
    [100, 2],
    [1000, 3],
  ] as const;
  expect(nearestPoint(points, 35, true)?.[0]).toBe(100);
  expect(nearestPoint(points, 35, false)?.[0]).toBe(10);
  expect(nearestPoint([], 35, true)).toBeNull();
});

test("a path has a corner for each point", () => {
  const x = axisOf("hertz", "level-ratio", [10, 1000]),
    y = axisOf("level-ratio", "hertz", [1, 0.5]);
  const path = pathOf(
    [
      [10, 1],
      [100, 0.5],
      [1000, 1],
    ],
    {
      xAxis: x,
      yAxis: y,
      xScale: scaleFor(x, [10, 1000], [0, 100], true),
      yScale: scaleFor(y, [1, 0.5], [100, 0], false),
    },
  );
  expect(path).toMatch(/^M[\d.]+,[\d.]+L[\d.]+,[\d.]+L[\d.]+,[\d.]+$/);
});

test("a reading that is missing, or that the axis cannot show, leaves a gap", () => {
  const x = axisOf("watts", "distortion-ratio", [1, 16]),
    y = axisOf("distortion-ratio", "watts", [0.01]);
  const path = pathOf(
    [
      [1, 0.01],
      [2, 0.01],
      [4, Number.NaN],
      [8, 0.01],
      [0, 0.01],
      [16, 0.01],
      [32, 0.01],
    ],
    {
      xAxis: x,
      yAxis: y,
      xScale: scaleFor(x, [1, 32], [0, 100], true),
      yScale: scaleFor(y, [0.01], [100, 0], false),
    },
  );
  expect(path.match(/M/g)?.length).toBe(3);
});

test("distortion is drawn between 0.0001 % and 100 %", () => {
  const { shown } = axisOf("distortion-ratio", "watts", [0.01]);
  expect([shown(1e-12), shown(0.02), shown(3)]).toEqual([1e-6, 0.02, 1]);
});
