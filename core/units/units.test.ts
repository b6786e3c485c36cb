import { amplitudeRatioToDb, dbToAmplitudeRatio, requirePositive, requireRange } from ".";
import { dbToPowerRatio, powerRatioToDb } from "./decibel";

test("ISO 80000-3: 20 dB are ten times the volts and a hundred times the power", () => {
  expect(amplitudeRatioToDb(10)).toBeCloseTo(20, 12);
  expect(powerRatioToDb(100)).toBeCloseTo(20, 12);
  expect(dbToAmplitudeRatio(-6.0206)).toBeCloseTo(0.5, 5);
  expect(dbToPowerRatio(3.0103)).toBeCloseTo(2, 5);
  expect(amplitudeRatioToDb(0)).toBe(-Infinity);
});

test.each([Number.NaN, Infinity, -1, 11])(
  "%d is not from 0 to 10, and the message says whose",
  (value) => expect(() => requireRange("watts", value, 0, 10)).toThrow(/watts/),
);

test("what must be above zero is not zero", () => {
  expect(requirePositive("ohms", 8)).toBe(8);
  for (const value of [0, -8, Number.NaN])
    expect(() => requirePositive("ohms", value)).toThrow("ohms");
});
