import { claimsOfSheet } from "@/records";
import { claimToJudge, usualConditions } from ".";

const amplifier = { channelCount: 2 };
const details = { supplies: [], switches: [] };
const claimsOf = (...lines: string[]) =>
  claimsOfSheet([], { text: lines.join("\n"), source: "" }).map((claim, k) => ({
    ...claim,
    id: String(k),
  }));
const RATED = "50 W per channel into 8 ohms, both channels driven, 0.1 % THD";

test.each([
  ["80 W into 4 ohms", { distortionLimitRatio: 0.01, channelsDriven: 2 }],
  ["Damping factor > 100", { loadOhms: 8 }],
  ["THD 0.1 %", { loadOhms: 8, powerWatts: 25 }],
  ["S/N 100 dB (A-weighted)", { referenceWatts: 50 }],
  ["Crosstalk 60 dB", { frequencyHz: 1000 }],
])("%s beside a rating of 50 W is given %j, and is testable then", (line, given) => {
  const [found, ...more] = usualConditions(claimsOf(RATED, line), amplifier, details);
  expect(more).toEqual([]);
  expect(found.given).toEqual(given);
  expect(claimToJudge({ ...found.claim, given: found.given }, details).missing).toEqual([]);
});

test("where nothing is rated no power is made up", () =>
  expect(usualConditions(claimsOf("S/N 100 dB (A-weighted)"), amplifier, details)).toEqual([]));

test("what the reviewer gave, left out or has whole already is let be", () => {
  const [power, damping, noise] = claimsOf(RATED, "Damping factor > 100", "THD 0.1 %");
  const found = usualConditions(
    [power, { ...damping, isLeftOut: true }, { ...noise, given: { loadOhms: 4 } }],
    amplifier,
    details,
  );
  expect(found.map(({ given }) => given)).toEqual([{ loadOhms: 4, powerWatts: 25 }]);
});
