import { assumptionsFor, forecast, type ForecastFacts } from "@/core/forecast";
import { ceilingText, outlookText } from ".";

// The brick of the project's own example: 24 V, 3 A, a bridge-tied class AB amplifier into 4 Ω.
const BRICK: ForecastFacts = {
  stageClass: "ab",
  isBridgeTied: null,
  supplyVolts: 24,
  isSplitSupply: false,
  supplyWatts: 72,
  gainRatio: 10,
  sourceVoltsRms: 2,
};
const where = { loadOhms: 4, channelsDriven: 2 };
const assumptions = { ...assumptionsFor("ab"), houseKeepingWatts: 4, efficiencyRatio: 0.65 };

test("each limit shows its arithmetic", () => {
  const texts = forecast(BRICK, { ...assumptions, outputAmperesPeak: 8 }, where).ceilings.map(
    ceilingText,
  );
  expect(texts).toHaveLength(5);
  expect(texts).toContainEqual(
    expect.stringContaining(
      "72 W from the supply, less 4 W idle consumption, × 65 % efficiency, shared by 2 channels: 22.1 W.",
    ),
  );
  expect(texts).toContainEqual(expect.stringMatching(/^24 V, if bridge-tied, less \d/));
  expect(texts).toContainEqual("8 A peak, squared, × 4 Ω, over 2: 128 W.");
  expect(texts).toContainEqual(
    "2 V from the source, × 10 gain, is 20 V; squared, over 4 Ω: 100 W.",
  );
  for (const text of texts) expect(text).not.toMatch(/undefined|NaN/);
});

test("an outlook names the claim, the limit and its power", () => {
  expect(outlookText("impossible", 45, { facts: BRICK, assumptions }, where)).toMatch(
    /^45 W cannot be true: the supply's power limits it to 22\.1 W per channel, and [\d.]+ W in bursts\.$/,
  );
  expect(outlookText("possible", 20, { facts: BRICK, assumptions }, where)).toBe(
    "20 W can be true: the supply's power limits it to 22.1 W per channel.",
  );
});
