import { parseNumber } from "@/core/units";
import { impliedUnit } from "./impliedUnit";

test.each([
  ["0.5", 0.005],
  ["0,5", 0.005],
  ["1e-1", 0.001],
  ["-46 dB", 10 ** (-46 / 20)],
  ["0.5 %", 0.005],
])("a percent field reads %s", (text, expected) => {
  expect(parseNumber(impliedUnit("%")(text))).toBeCloseTo(expected, 9);
});

test("text without a number stays as it was typed", () => {
  expect(impliedUnit("%")("loud")).toBe("loud");
  expect(impliedUnit("%")("")).toBe("");
});
