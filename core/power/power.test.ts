import fc from "fast-check";
import { powerStdUncertaintyRatio, powerWatts } from ".";

// Common practice: 27.2 V across a load that measures 8.2 ohm is 90.2 W; with the nominal 8 ohm it would read 92.5 W.
test("common practice: the measured ohms change the watts", () => {
  expect(powerWatts(27.2, 8.2)).toBeCloseTo(90.2, 1);
  expect(powerWatts(27.2, 8)).toBeCloseTo(92.5, 1);
});

test("JCGM 100 5.1.6: 0.5 % of volts and 1 % of ohms are 1.41 % of power", () => {
  expect(powerStdUncertaintyRatio({ loadOhms: 8, loadOhmsStdUncertainty: 0.08, voltsStdUncertaintyRatio: 0.005 })).toBeCloseTo(0.01 * Math.SQRT2, 12);
});

test("invariance: volts times k moves power by k squared", () => {
  fc.assert(fc.property(fc.double({ min: 0.01, max: 100, noNaN: true }), fc.double({ min: 0.1, max: 10, noNaN: true }), (volts, k) => {
    expect(powerWatts(k * volts, 8.2) / powerWatts(volts, 8.2)).toBeCloseTo(k * k, 9);
  }));
});

test("refusal: zero or negative ohms", () => {
  expect(() => powerWatts(1, 0)).toThrow("loadOhms is 0");
  expect(() => powerStdUncertaintyRatio({ loadOhms: -4, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 })).toThrow("loadOhms is -4");
});
