import { outputText, shownLevel } from "./level";

test.each<[number, number, string, string]>([
  [41.23, 18.4, "41.2", "W"],
  [0.0012, 0.098, "0.00120", "W"],
  [2e-10, 41e-6, "41", "µV"],
  [0, 0, "0", "V"],
])("%s W at %s V", (watts, volts, value, unit) =>
  expect(shownLevel(watts, volts)).toEqual({ value, unit }),
);

test("in one piece", () =>
  expect([outputText(41.23, 18.4), outputText(0, 71e-6)]).toEqual(["41.2 W", "71 µV"]));
