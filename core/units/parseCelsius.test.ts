import { parseCelsius } from "./parseCelsius";

// Fixed points of the scales: water freezes at 32 and boils at 212 °F, and both scales meet at -40.
test.each([
  ["45.2", 45.2],
  ["45,2 °C", 45.2],
  ["45 C", 45],
  ["32 F", 0],
  ["212°F", 100],
  ["-40 f", -40],
])("%s is %s °C", (text, celsius) => expect(parseCelsius(text)).toBeCloseTo(celsius, 10));

test.each(["", "warm", "F", "12 K"])("%j is no temperature", (text) =>
  expect(parseCelsius(text)).toBeNull(),
);
