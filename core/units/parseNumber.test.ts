import { parseNumber } from "./parseNumber";

// Forms listed under "Forms" in the interface design; the values are what the notation means.
test.each([
  ["4k7", 4700],
  ["8R2", 8.2],
  ["0.01 %", 0.0001],
  ["0,5", 0.5],
  ["1e-3", 0.001],
  ["-80 dB", 0.0001],
  ["50 W", 50],
  ["8.2 ohm", 8.2],
  ["8.2Ω", 8.2],
  ["2.2 kHz", 2200],
  ["25 mΩ", 0.025],
  [".5", 0.5],
  ["−3", -3],
])("parseNumber reads %s as bench notation", (text, expected) => {
  expect(parseNumber(text)).toBeCloseTo(expected, 12);
});

test.each([
  "",
  "eight",
  "4..7",
  "1,000,000",
  "8 apples",
  "--3",
  "1e999",
  "NaN",
  "Infinity",
  "5 dB dB",
])("parseNumber refuses %j", (text) => expect(parseNumber(text)).toBeNull());
