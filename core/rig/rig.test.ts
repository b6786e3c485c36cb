import fc from "fast-check";
import { calibrate, dividerReport, rigFitness, suggestDivider, WANTED_HEADROOM } from ".";

const converter = { peakVolts: 60, fullScaleVolts: 2, inputOhms: 10_000 };
const meter = { accuracyRatio: 0.01, digits: 3, resolutionVolts: 0.01, bandwidthHz: 400 };

test("closed form: 9 kilohm over 1 kilohm is a tenth, less what a 10 kilohm input takes of it", () => {
  expect(
    dividerReport({ upperOhms: 9000, lowerOhms: 1000 }, { ...converter, inputOhms: 1e15 }).ratio,
  ).toBeCloseTo(0.1, 12);
  const { ratio, heatWatts } = dividerReport({ upperOhms: 9000, lowerOhms: 1000 }, converter);
  expect(ratio).toBeCloseTo(1 / 0.0011 / (9000 + 1 / 0.0011), 12);
  expect(heatWatts).toBeCloseTo(1800 / (9000 + 1 / 0.0011), 9);
});

test("closed form: the corner of source resistance and capacitance", () => {
  const { cornerHz } = dividerReport(
    { upperOhms: 1000, lowerOhms: 1000 },
    { ...converter, inputOhms: 1e15 },
  );
  expect(cornerHz).toBeCloseTo(1 / (2 * Math.PI * 500 * 150e-12), 3);
});

test("invariance: the converter is never overdriven by the suggested divider, and no more than 3 dB and one E24 step is wasted", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 400, noNaN: true }),
      fc.double({ min: 0.5, max: 20, noNaN: true }),
      fc.constantFrom(10_000, 1e6),
      (peakVolts, fullScaleVolts, inputOhms) => {
        const where = { peakVolts, fullScaleVolts, inputOhms };
        const divider = suggestDivider(where);
        const { headroomRatio } = dividerReport(divider, where);
        expect(headroomRatio).toBeGreaterThanOrEqual(WANTED_HEADROOM);
        // Below 100 ohm there is no smaller value to choose; the widest E24 step, 1.3 to 1.5, is 15.4 %.
        if (divider.upperOhms > 100) expect(headroomRatio).toBeLessThan(1.16 * WANTED_HEADROOM);
      },
    ),
  );
});

test("refusal: what no two resistors bring down", () => {
  expect(() => suggestDivider({ peakVolts: 1e6, fullScaleVolts: 0.1, inputOhms: 1e6 })).toThrow(
    "does not bring that down",
  );
  expect(() => dividerReport({ upperOhms: 1, lowerOhms: 0 }, converter)).toThrow("lowerOhms is 0");
});

test("common practice: 27.2 V RMS at 0.6 of full scale makes full scale 64.1 V; JCGM 100 4.3.7: 1 % and 3 digits over the root of 3", () => {
  const { fullScaleVolts, voltsStdUncertaintyRatio, warnings } = calibrate(
    { meterVoltsRms: 27.2, frequencyHz: 200, recordedRatio: 0.6 },
    meter,
  );
  expect(fullScaleVolts).toBeCloseTo(64.11, 2);
  expect(voltsStdUncertaintyRatio).toBeCloseTo((0.272 + 0.03) / Math.sqrt(3) / 27.2, 12);
  expect(warnings).toEqual([]);
});

test("a meter beyond its bandwidth, a faint tone and a coarse meter are warned of", () => {
  expect(
    calibrate({ meterVoltsRms: 10, frequencyHz: 1000, recordedRatio: 0.5 }, meter).warnings,
  ).toEqual([expect.stringContaining("accurate up to 400 Hz only")]);
  expect(
    calibrate({ meterVoltsRms: 10, frequencyHz: 100, recordedRatio: 0.01 }, meter).warnings,
  ).toEqual([expect.stringContaining("less than 1/20")]);
  expect(
    calibrate(
      { meterVoltsRms: 10, frequencyHz: 100, recordedRatio: 0.5 },
      { ...meter, accuracyRatio: 0.03 },
    ).warnings,
  ).toEqual([expect.stringContaining("exceeds 2 %")]);
  expect(() =>
    calibrate({ meterVoltsRms: 10, frequencyHz: 100, recordedRatio: 1.2 }, meter),
  ).toThrow("recordedRatio is 1.2");
});

test("common practice: a rig judges limits down to 10 dB above its own distortion", () => {
  expect(rigFitness(1e-5, 1e-4)).toEqual({
    leastLimitRatio: expect.closeTo(3.162e-5, 8),
    isFit: true,
    worstErrorRatio: expect.closeTo(0.1, 12),
  });
  expect(rigFitness(5e-4, 1e-3).isFit).toBe(false);
});
