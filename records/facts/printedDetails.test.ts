import { readClaims } from "@/core/claim";
import { assumptionsOf, printedAssumptions, printedDetails } from ".";

const of = (...lines: string[]) => printedDetails(readClaims(lines.join("\n")).claims);

test.each([
  ["Power supply: DC 32 V / 5 A", "brick", 32, 5],
  ["Battery: 24 V / 10 A", "battery", 24, 10],
  ["Switching power supply 48 V / 10 A", "switched", 48, 10],
])("%s becomes the supply", (line, kind, volts, amperes) =>
  expect(of("Weight 2 kg", line).supply).toEqual({ name: "as printed", kind, volts, amperes }),
);

test("the gain as it is printed goes before the one that a sensitivity comes to", () => {
  expect(of("Input sensitivity 1 V for 50 W", "Gain 26 dB").gainRatio).toBeCloseTo(19.95, 2);
  // 50 W into 8 ohm are 20 V.
  expect(of("Input sensitivity 1 V for 50 W").gainRatio).toBeCloseTo(20, 9);
});

test("what is not printed stays unknown", () =>
  expect(of("Damping factor > 100", "Input sensitivity 1 V")).toEqual({
    supply: null,
    gainRatio: null,
    massKilograms: null,
    size: null,
  }));

test("a printed mass and size stand beside those that were measured", () => {
  const found = of("Weight 12.5 kg", "Dimensions 430 x 140 x 360 mm");
  expect(found.massKilograms).toBe(12.5);
  expect(found.size).toEqual([0.43, 0.14, 0.36]);
});

test("idle consumption takes the place of the usual one in the forecast, until the reviewer says otherwise", () => {
  const printed = printedAssumptions(readClaims("Idle consumption 3 W\nStandby 0.5 W").claims);
  expect(printed).toEqual({ houseKeepingWatts: 3 });
  const amplifier = { topology: "class AB" as const };
  const watts = (assumptions: object) =>
    assumptionsOf(amplifier, { assumptions, printed }).houseKeepingWatts;
  expect(watts({})).toBe(3);
  expect(watts({ houseKeepingWatts: null })).toBe(3);
  expect(watts({ houseKeepingWatts: 7 })).toBe(7);
  expect(printedAssumptions(readClaims("Power consumption 300 W").claims)).toEqual({});
});
