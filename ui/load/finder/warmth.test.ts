import { assessNetwork, coolSecondsFrom } from "@/core/load";
import { powerResistor } from "@/core/load/testing/powerResistor";
import { warmthCurves } from "./warmth";

test("the curve rises while it runs, bends at the end, and ends where it may be touched", () => {
  const shelf = [powerResistor({ ratedWatts: 100 })];
  const report = assessNetwork({ kind: "resistor", index: 0 }, shelf, {
    targetOhms: 8,
    watts: 90,
    seconds: 120,
    channelCount: 1,
    ambientCelsius: 22,
  });
  const [{ points, mostCelsius }] = warmthCurves(report, shelf, 120, 22);
  const hottest = points.reduce((most, point) => (point.celsius > most.celsius ? point : most));
  expect(hottest.seconds).toBe(120);
  expect(hottest.celsius).toBeCloseTo(report.hottestCelsius, 9);
  expect(points.at(-1)?.celsius).toBeCloseTo(50, 6);
  expect(points.at(-1)?.seconds).toBeCloseTo(
    120 + coolSecondsFrom(shelf[0], report.hottestCelsius, 22),
    6,
  );
  expect(mostCelsius).toBe(347);
});
