import { figureIn } from "./figureIn";

test.each([
  ["0.5", "%", 0.01, 0.005],
  ["0.5 %", "%", 0.01, 0.005],
  ["90 dB", "dB", 1, 90],
  ["-3", "dB", 1, -3],
  ["20 kHz", "Hz", 1, 20_000],
  ["20k", "Hz", 1, 20_000],
  ["20 V/µs", "V/µs", 1e6, 2e7],
  ["4,7", "Ω", 1, 4.7],
])("“%s” in a field of %s", (text, unit, scale, value) =>
  expect(figureIn(text, unit, scale)).toBeCloseTo(value, 9),
);

test.each(["", "%", "loud", "5 W"])("“%s” is no percentage", (text) =>
  expect(figureIn(text, "%", 0.01)).toBeNull(),
);
