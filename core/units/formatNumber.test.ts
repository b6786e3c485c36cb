import fc from "fast-check";
import {
  formatEngineering,
  formatFixed,
  formatHertz,
  formatPercent,
  formatSignificant,
  formatWithUncertainty,
  formatWithUnit,
} from "./formatNumber";
import { parseNumber } from "./parseNumber";

test("formatWithUncertainty, JCGM 100 7.2.6: value rounded to its uncertainty", () => {
  expect(formatWithUncertainty(57.314, 0.618)).toEqual({ value: "57.3", uncertainty: "0.6" });
  expect(formatWithUncertainty(10.057_62, 0.027)).toEqual({
    value: "10.058",
    uncertainty: "0.027",
  });
  expect(formatWithUncertainty(1631, 28)).toEqual({ value: "1631", uncertainty: "28" });
});

test("formatSignificant keeps trailing zeros and never an exponent", () => {
  expect(formatSignificant(0.000_500_04, 3)).toBe("0.000500");
  expect(formatSignificant(123_456, 3)).toBe("123000");
  expect(formatSignificant(0, 3)).toBe("0");
  expect(formatSignificant(Number.NaN, 3)).toBe("–");
});

test("formatFixed shows a minus sign, and none before zero", () => {
  expect(formatFixed(-1.25, 2)).toBe("−1.25");
  expect(formatFixed(-0.001, 2)).toBe("0.00");
});

test("formatPercent and formatHertz write the unit", () => {
  expect(formatPercent(0.0005)).toBe("0.0500 %");
  expect(formatHertz(20_000)).toBe("20 kHz");
  expect(formatHertz(62.5)).toBe("62.5 Hz");
  expect([formatHertz(997.04, 3), formatHertz(999.6, 3), formatHertz(19_234, 2)]).toEqual([
    "997 Hz",
    "1 kHz",
    "19 kHz",
  ]);
});

test("formatEngineering: prefixes where a plain number reads badly; parseNumber reads it back", () => {
  expect(
    [0.0136, 4700, 8.21, 0.35, 2e-5, 6.8e-7, 2e7, -0.002, 0, 999.99].map((value) =>
      formatEngineering(value),
    ),
  ).toEqual(["13.6 m", "4.7 k", "8.21", "0.35", "20 µ", "680 n", "20 M", "−2 m", "0", "1000"]);
  fc.assert(
    fc.property(fc.double({ min: 1e-11, max: 1e9, noNaN: true }), (value) => {
      expect(Math.abs((parseNumber(formatEngineering(value)) ?? 0) / value - 1)).toBeLessThan(
        0.001,
      );
    }),
  );
});

test("formatWithUnit: the prefix stands with its unit", () => {
  expect([8.99, 0.0136, 4700, 0, -0.002].map((value) => formatWithUnit(value, "V"))).toEqual([
    "8.99 V",
    "13.6 mV",
    "4.7 kV",
    "0 V",
    "−2 mV",
  ]);
});
