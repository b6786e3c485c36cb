import { claimText, limitText } from ".";

test("claimText names every condition in plain words", () => {
  expect(
    claimText({
      kind: "power",
      powerWatts: 50,
      loadOhms: 8,
      channelsDriven: 2,
      distortionLimitRatio: 0.005,
      distortionMeasure: "thd-plus-noise",
    }),
  ).toBe("50 W per channel into 8 Ω, two channels driven, at 0.5 % THD+N");
});

test.each([
  [0.1, "10 % THD"],
  [0.01, "1 % THD"],
  [0.0025, "0.25 % THD"],
  [0.00012, "0.012 % THD"],
])("limitText of %d is %s", (distortionLimitRatio, text) => {
  expect(limitText({ distortionLimitRatio, distortionMeasure: "thd" })).toBe(text);
});
