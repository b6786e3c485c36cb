// Lines as sheets print them, all invented: what their figures are for.
import { readClaims } from ".";

const first = (line: string) => readClaims(line).claims[0];

test.each([
  ["With the 48 V adapter: 120 W x 2 into 8 Ω, 1 % THD", 120, "48 V adapter", null],
  ["48 V adapter: 2 x 120 W into 8 ohms at 1 % THD", 120, "48 V adapter", null],
  [
    "2 x 75 W into 4 ohms with the included 32 V power supply, 1 % THD",
    75,
    "included 32 V power supply",
    null,
  ],
  [
    "300 W x 2 at 4 ohms (using an optional 48 V brick), 10 % THD+N",
    300,
    "optional 48 V brick",
    null,
  ],
  ["65 W per channel into 8 ohms, 1 % THD (soft clip off)", 65, null, "soft clip: off"],
  ["Soft clipping on: 55 W per channel into 8 ohms, 1 % THD", 55, null, "soft clip: on"],
  ["40 W into 8 ohms, 0.1 % THD, tone controls defeated", 40, null, "tone: off"],
  ["50 W per channel, 8 ohms, pure direct mode", 50, null, "pure direct: on"],
  ["60 W from the 4 ohm tap, 1 % THD", 60, null, "tap: 4 Ω"],
])("%s", (line, powerWatts, supply, setting) => {
  expect(first(line)).toMatchObject({
    printedText: line,
    stated: { kind: "power", powerWatts },
    setup: { supply, setting },
  });
});

test("the load and the channels beside a named supply are still read", () =>
  expect(
    first("With the 48 V adapter: 120 W x 2 into 8 Ω, both channels driven, 1 % THD"),
  ).toMatchObject({
    stated: { loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.01 },
    missing: [],
  }));

test("of the tap, its ohms are the load's", () =>
  expect(first("60 W from the 4 ohm tap, 1 % THD").stated).toMatchObject({ loadOhms: 4 }));

test.each([
  ["Power supply: 36 V / 6 A", "supply"],
  ["Supplied with a 48 V / 5 A power supply", "supply"],
  ["50 W into 8 ohms, 1 % THD, from a 230 V AC supply", "power"],
  ["100 W per channel into 8 ohms, 1 % THD, with linear power supply", "power"],
  ["100 W per channel into 8 ohms, 1 % THD, on 120 V supply", "power"],
  ["25 W per channel class A in 8 ohms, 1 % THD", "power"],
  ["25 W per channel, pure class A on both channels, 8 ohms, 1 % THD", "power"],
])("%s names no supply of a claim", (line, kind) => {
  const claim = first(line);
  expect(claim.stated.kind).toBe(kind);
  expect(claim.setup).toBeUndefined();
});
