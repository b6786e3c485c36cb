import fc from "fast-check";
import {
  printedBand,
  figuresOf,
  frequencyOf,
  hasTerm,
  loadsOf,
  partsOf,
  timesOf,
  wattsOf,
} from "./lineParts";
import { gapsOf, nearestReading } from "./gaps";
import { multiplierIn, readLine } from "./readLine";
import { readPower } from "./readPower";
import { plainText, tokensOf } from "./tokens";
import { termAt } from "./vocabulary";

const parts = (line: string) => partsOf(tokensOf(line));
const shown = (line: string): string =>
  parts(line)
    .map((part) => {
      if (part.kind === "figures") return `${part.values.join("|")}${part.unit ?? ""}`;
      return part.kind === "term" ? part.term : part.sign;
    })
    .join(" ");

test("plainText spells dashes, signs and ohms one way, and twice is once", () => {
  expect(plainText("50 Watts × 2 – 8Ω, ≤ 0.1 %")).toBe("50 watts x 2 - 8ohm, < 0.1 %");
  expect(plainText("20 Hz…20 kHz +/- 3 dB")).toBe("20 hz - 20 khz ± 3 db");
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (text) =>
      expect(plainText(plainText(text))).toBe(plainText(text)),
    ),
    { seed: 9 },
  );
});

test.each([
  ["total harmonic distortion + noise", "distortion-and-noise"],
  ["total harmonic distortion", "distortion"],
  ["power consumption", "mains"],
  ["power bandwidth", "power-bandwidth"],
  ["bande passante en puissance", "power-bandwidth"],
  ["bande passante", "response"],
  ["gesamtklirrfaktor", "distortion"],
  ["dempingsfactor", "damping"],
] as const)("the longest phrase counts: “%s” is about %s", (text, term) =>
  expect(termAt(text, 0)).toEqual({ term, length: text.length }),
);

test("no phrase ends within a word", () => {
  expect(termAt("gains", 0)).toBeNull();
  expect(termAt("maximal", 0)?.length).toBe(7);
});

test.each([
  ["2 x 45 W", "45W"],
  ["20 Hz to 20 kHz", "20|20000Hz"],
  ["20-20k", "20|20000Hz"],
  ["10-100 kHz", "10|100000Hz"],
  ["4, 8 or 16 ohm", "4|8|16ohm"],
  ["8-ohm", "8ohm"],
  ["x 2, 8 ohm", "2 , 8ohm"],
  ["130/220/310 W into 8/4/2 ohm", "130|220|310W 8|4|2ohm"],
  ["1.5 kW", "1500W"],
  ["100 a 8 Ω", "100 to-or-at 8ohm"],
  ["da 20 a 20000 Hz", "20|20000Hz"],
  ["24 V, 3 A", "24V , 3A"],
  ["+0/-3 dB", "0 / 3dB"],
])("“%s” is made of %s", (line, expected) => expect(shown(line)).toBe(expected));

test("what stands in a line is found by its unit", () => {
  const line = parts("2 x 60 W into 4 and 8 ohm, 20 Hz - 20 kHz, at 1 kHz (10 W)");
  expect(wattsOf(line)).toBe(60);
  expect(timesOf(line)).toBe(2);
  expect(loadsOf(line)).toEqual([4, 8]);
  expect(printedBand(line)).toEqual({ lowHz: 20, highHz: 20_000 });
  expect(frequencyOf(line)).toBe(1000);
  expect(figuresOf(line, "W").map(({ depth }) => depth)).toEqual([0, 1]);
  expect(hasTerm(parts("music power 90 W"), "music")).toBe(true);
  expect(printedBand(parts("20 kHz - 20 Hz"))).toBeNull();
});

test("sums and times signs count channels; a list of loads does not", () => {
  expect(multiplierIn("90 W + 90 W")).toBe(2);
  expect(multiplierIn("100 W x 5")).toBe(5);
  expect(multiplierIn("100 W into 8 ohm")).toBeNull();
});

test("each claim of power knows the part of the line that speaks of it", () => {
  const found = readPower(parts("2 x 50 W RMS into 8 ohm, 120 W max."));
  if (typeof found === "string") throw new Error(found);
  expect(found.map(({ said }) => hasTerm(said, "maximum"))).toEqual([false, true]);
  expect(readPower(parts("20-100 W"))).toContain("a recommended power range");
  expect(readLine("Sensitivity high")).toContain("sensitivity");
});

test("what is left out is named, and the nearest reading told", () => {
  const said = parts("Damping factor 100");
  const stated = { kind: "damping-factor", least: 100, loadOhms: null, frequencyHz: null } as const;
  expect(gapsOf(stated, said)).toEqual(["the load"]);
  expect(nearestReading(stated, said)).toBe("damping factor into 8 Ω at 1 kHz");
  expect(gapsOf({ ...stated, loadOhms: 8 }, said)).toEqual([]);
});
