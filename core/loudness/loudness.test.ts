import { loudnessRatio, powerRatioForLoudness, soundPressureLevelDb } from ".";

test("both schools: twice as loud takes ten times the power, or four times", () => {
  expect(loudnessRatio(10, "textbook")).toBeCloseTo(2, 12);
  expect(loudnessRatio(4, "practitioners")).toBeCloseTo(2, 1);
  expect(powerRatioForLoudness(2, "textbook")).toBeCloseTo(10, 12);
  expect(loudnessRatio(2, "textbook")).toBeCloseTo(1.23, 2);
});

test("closed form: 88 dB at 2.83 V and 1 m is 92 dB at 4 m with 100 W into 8 ohm", () => {
  expect(soundPressureLevelDb(88, Math.sqrt(800), 4)).toBeCloseTo(88 + 20 - 12.04, 2);
});
