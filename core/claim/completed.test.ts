import { completedClaim, isOpenCondition, readClaims } from ".";

const one = (line: string) => readClaims(line).claims[0];

test("what the line leaves out is filled in; what is printed stays", () => {
  const made = completedClaim(one("50 W into 8 ohms, both channels driven"), {
    distortionLimitRatio: 0.001,
    loadOhms: 4,
  });
  expect(made.stated).toMatchObject({ loadOhms: 8, distortionLimitRatio: 0.001 });
  expect(made).toMatchObject({ missing: [], nearest: null, filledIn: ["the distortion limit"] });
});

test("half of it filled in is still not testable", () => {
  const made = completedClaim(one("THD 0.1 %"), { powerWatts: 50 });
  expect(made.missing).toEqual(["the load"]);
  expect(made.nearest).not.toBeNull();
});

test("no condition says what a word means", () => {
  const made = completedClaim(one("MAX 300 W x 2"), {
    loadOhms: 4,
    distortionLimitRatio: 0.1,
    channelsDriven: 2,
  });
  expect(made.missing).toEqual(["what “maximum”, “peak” or “total” means"]);
});

test.each([
  ["Damping factor > 100", "loadOhms", true],
  // Silent of the frequency too, which nobody misses: it is 1 kHz.
  ["Damping factor > 100", "frequencyHz", false],
  ["Damping factor > 100 at 8 ohms", "loadOhms", false],
  ["THD 0.1 %", "powerWatts", true],
  ["S/N 100 dB (A-weighted)", "referenceWatts", true],
  ["Gain 26 dB", "loadOhms", false],
])("%s leaves %s open: %s", (line, name, isOpen) =>
  expect(isOpenCondition(one(line), name)).toBe(isOpen),
);
