import { soundPressureLevelDb } from ".";

test("closed form: 88 dB at 2.83 V and 1 m is 92 dB at 4 m with 100 W into 8 ohm", () => {
  expect(soundPressureLevelDb(88, Math.sqrt(800), 4)).toBeCloseTo(88 + 20 - 12.04, 2);
});
