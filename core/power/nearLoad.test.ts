import { isNearLoad } from ".";

// A resistor sold as 8 ohm that measures 8.2 is common; 6 ohm is another load.
test.each([
  [8.21, 8, true],
  [8.8, 8, true],
  [7.2, 8, true],
  [8.81, 8, false],
  [6, 8, false],
  [4.07, 4, true],
])("%d Ω counts as %d Ω: %s", (ohms, meant, isNear) =>
  expect(isNearLoad(ohms, meant)).toBe(isNear),
);
