import { nearFloor, outputLevel, STRAIGHT_RATIO } from ".";

test("full scale from the louder of two levels, whichever was read first; the quieter shows whether it is straight", () => {
  const quiet = { ratio: 0.1, meterVoltsRms: 0.2828 };
  const loud = { ratio: 0.5, meterVoltsRms: 1.4142 };
  for (const found of [outputLevel(quiet, loud), outputLevel(loud, quiet)]) {
    expect(found.fullScaleVolts).toBeCloseTo(4, 3);
    expect(Math.abs(found.linearityRatio)).toBeLessThan(0.001);
  }
  // A limiter that holds the louder one at 1.2 V.
  expect(outputLevel(quiet, { ...loud, meterVoltsRms: 1.2 }).linearityRatio).toBeGreaterThan(
    STRAIGHT_RATIO,
  );
  expect(() => outputLevel(quiet, { ...loud, meterVoltsRms: 0 })).toThrow(RangeError);
  expect(() => outputLevel(quiet, { ...loud, ratio: 1.5 })).toThrow(RangeError);
});

test("what is within 10 dB of the rig itself is marked, by name; what is not distortion, or lies above, is left alone", () => {
  const figure = (name: string, quantity: string, value: number | null) => ({
    name,
    quantity,
    value,
  });
  const figures = [
    figure("lowest", "distortion-ratio", 0.0002),
    figure("thd", "distortion-ratio", 0.0004),
    figure("power", "watts", 0.0001),
    figure("none", "distortion-ratio", null),
  ];
  const [caution, ...more] = nearFloor(figures, { thdPlusNoiseRatio: 1e-4 });
  expect(more).toEqual([]);
  expect(caution).toMatchObject({ code: "near-floor", touches: ["lowest"] });
  expect(caution.text).toContain("0.010 % THD+N");
  expect(nearFloor(figures, { thdPlusNoiseRatio: 1e-5 })).toEqual([]);
});
