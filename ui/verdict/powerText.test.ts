import { powerText } from "./powerText";

test.each([
  [{ status: "reached", powerWatts: 57.31, powerWattsStdUncertainty: 0.31 }, "57.3 W ± 0.6"],
  [{ status: "at-least", powerWatts: 30, powerWattsStdUncertainty: 0.3 }, "≥ 30.0 W"],
  [{ status: "never-below" }, "never below"],
] as const)("powerText of %j is %s", (reading, text) => expect(powerText(reading)).toBe(text));
