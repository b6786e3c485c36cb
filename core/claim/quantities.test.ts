import fc from "fast-check";
import {
  bandIn,
  channelsIn,
  distortionIn,
  loadsIn,
  multiplierIn,
  normalised,
  numberIn,
  valuesBefore,
} from "./quantities";

test.each([
  ["20,000", 20_000],
  ["0,25", 0.25],
  ["1,234.5", 1234.5],
  ["8.21", 8.21],
  ["1,5", 1.5],
  ["100", 100],
])("numberIn reads %s as %d", (text, value) => expect(numberIn(text)).toBe(value));

test("normalised spells units and signs one way", () => {
  expect(normalised("50 Watts × 2 – 8Ω, T.H.D. + Noise 0.1 %")).toBe(
    "50 w x 2 - 8 ohm, thd+n 0.1 %",
  );
  expect(normalised("60WPC")).toBe("60 w per channel");
});

test("normalising twice changes nothing more", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (text) =>
      expect(normalised(normalised(text))).toBe(normalised(text)),
    ),
  );
});

test.each<[string, number[]]>([
  ["into 8 ohm", [8]],
  ["4, 8 or 16 ohm", [4, 8, 16]],
  ["4/8 ohm", [4, 8]],
  ["4 ohm or 8 ohm", [4, 8]],
  ["2.67 ohm", [2.67]],
  ["8-ohm", [8]],
  ["no load", []],
])("loadsIn “%s”", (text, loads) => expect(loadsIn(text)).toEqual(loads));

test.each<[string, [number, number] | null]>([
  ["20 hz to 20 khz", [20, 20_000]],
  ["20-20,000 hz", [20, 20_000]],
  ["20hz-20khz", [20, 20_000]],
  ["10 hz - 100 khz", [10, 100_000]],
  ["1 khz", null],
  ["20 khz - 20 hz", null],
])("bandIn “%s”", (text, band) =>
  expect(bandIn(text)).toEqual(band && { lowHz: band[0], highHz: band[1] }),
);

test.each([
  ["0.25 % thd", 0.0025, "thd"],
  ["thd+n: 1%", 0.01, "thd-plus-noise"],
  ["10 %", 0.1, null],
  ["0,7 % distortion", 0.007, "thd"],
] as const)("distortionIn “%s”", (text, limitRatio, measure) =>
  expect(distortionIn(text)).toEqual({ limitRatio, measure }),
);

test.each([
  ["both channels driven", 2],
  ["all 7 channels driven", 7],
  ["all five channels driven", 5],
  ["one channel driven", 1],
  ["3 channels driven", 3],
  ["per channel", null],
])("channelsIn “%s” is %s", (text, count) => expect(channelsIn(text)).toBe(count));

test.each([
  ["2 x 45 w", 2],
  ["300 w x 2", 2],
  ["5x100w", 5],
  ["45 w", null],
])("multiplierIn “%s” is %s", (text, count) => expect(multiplierIn(text)).toBe(count));

test("valuesBefore finds every number of a unit", () =>
  expect(valuesBefore("60 w into 8 ohm, 100 w into 4 ohm", "w\\b")).toEqual([60, 100]));
