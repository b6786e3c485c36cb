import fc from "fast-check";
import {
  assumptionsFor,
  demandsAt,
  forecast,
  outlookFor,
  withBiggerSupply,
  type ForecastClass,
  type ForecastFacts,
} from ".";

const NOTHING: ForecastFacts = {
  stageClass: "ab",
  isBridgeTied: false,
  supplyVolts: null,
  isSplitSupply: true,
  supplyWatts: null,
  gainRatio: null,
  sourceVoltsRms: null,
};
/** Invented mini amplifier on a 24 V, 3 A brick, its house-keeping counted as nothing, as the trade reckons it. */
const BRICK: ForecastFacts = {
  ...NOTHING,
  isBridgeTied: true,
  isSplitSupply: false,
  supplyVolts: 24,
  supplyWatts: 72,
};
const plain = (stageClass: ForecastClass) => assumptionsFor(stageClass, { houseKeepingWatts: 0 });
const pair = { loadOhms: 4, channelsDriven: 2 };

test("common practice: a 24 V, 3 A brick gives class AB about 23.4 W a channel of two; 45 W a channel is impossible, 45 W in total is about right", () => {
  const { limiter } = forecast(BRICK, plain("ab"), pair);
  expect(limiter).toMatchObject({ kind: "supply-power", watts: expect.closeTo(23.4, 9) });
  expect(outlookFor(45, BRICK, { ...plain("ab"), burstRatio: 1 }, pair)).not.toBe("possible");
  expect(outlookFor(60, BRICK, plain("ab"), pair)).toBe("impossible");
  expect(
    outlookFor(
      45,
      { ...BRICK, supplyVolts: 16 },
      { ...plain("ab"), burstRatio: 1 },
      { loadOhms: 8, channelsDriven: 2 },
    ),
  ).toBe("impossible");
});

test("common practice: a 32 V, 5 A brick at 75 % gives about 60 W a channel of two", () => {
  expect(
    forecast({ ...BRICK, stageClass: "d", supplyVolts: 32, supplyWatts: 160 }, plain("d"), pair)
      .limiter?.watts,
  ).toBeCloseTo(60, 6);
});

test("common practice: short bursts can exceed a brick's rating, 400 W from 250 W", () => {
  const facts = { ...BRICK, stageClass: "d" as const, supplyVolts: 48, supplyWatts: 250 };
  const { ceilings } = forecast(
    facts,
    { ...plain("d"), efficiencyRatio: 1 },
    { loadOhms: 4, channelsDriven: 1 },
  );
  expect(ceilings.find(({ kind }) => kind === "supply-power")?.burstWatts).toBeCloseTo(400, 6);
});

test("common practice: 28 dB of gain takes 1.1 V for 90 W into 8 ohm; a telephone's 0.5 V stops at a fifth of that", () => {
  const facts = { ...NOTHING, gainRatio: 10 ** (28 / 20), sourceVoltsRms: 0.5 };
  expect(
    demandsAt(90, facts, plain("ab"), { loadOhms: 8, channelsDriven: 2 }).inputVoltsRms,
  ).toBeCloseTo(1.07, 2);
  expect(forecast(facts, plain("ab"), { loadOhms: 8, channelsDriven: 2 }).limiter).toMatchObject({
    kind: "input-drive",
    watts: expect.closeTo(19.7, 1),
  });
});

test("common practice: 2 x 450 W into 4 ohm reaches a 15 A circuit", () => {
  const { mainsAmperes, marginAmperes } = demandsAt(
    450,
    NOTHING,
    assumptionsFor("ab", { mainsVolts: 120, breakerAmperes: 15, powerFactor: 0.75 }),
    pair,
  );
  expect(mainsAmperes).toBeGreaterThan(15);
  expect(marginAmperes).toBeLessThan(0);
});

test("closed form: peak volts over rails and bridges", () => {
  const watts = (given: Partial<ForecastFacts>) =>
    forecast(
      { ...NOTHING, supplyVolts: 40, ...given },
      { ...plain("ab"), deviceVolts: 0 },
      { loadOhms: 8, channelsDriven: 1 },
    ).limiter?.watts;
  expect(watts({})).toBe(100);
  expect(watts({ isBridgeTied: true })).toBe(400);
  expect(watts({ isSplitSupply: false })).toBe(25);
  expect(watts({ isSplitSupply: false, isBridgeTied: true })).toBe(100);
});

test("a bridge that is not known is taken for one where there is a single supply, and said so", () => {
  const unsure = forecast({ ...BRICK, isBridgeTied: null }, plain("ab"), pair);
  expect(unsure.ceilings).toEqual(
    forecast(BRICK, plain("ab"), pair).ceilings.map((ceiling) => ({
      ...ceiling,
      ...(ceiling.kind === "rail-voltage" && { isAssumed: true }),
    })),
  );
  expect(unsure.unknown[0]).toBe("bridge-tied");
  expect(
    forecast(
      { ...NOTHING, supplyVolts: 40, isBridgeTied: null },
      { ...plain("ab"), deviceVolts: 0 },
      { loadOhms: 8, channelsDriven: 1 },
    ).limiter?.watts,
  ).toBe(100);
});

test("outlooks, from possible to impossible", () => {
  const facts = { ...NOTHING, supplyVolts: 50, supplyWatts: 100 };
  const at = (powerWatts: number, burstRatio = 1) =>
    outlookFor(
      powerWatts,
      facts,
      { ...plain("ab"), burstRatio },
      { loadOhms: 8, channelsDriven: 2 },
    );
  expect(at(30)).toBe("possible");
  expect(at(60)).toBe("one-channel-only");
  expect(at(70, 3)).toBe("bursts-only");
  expect(at(200)).toBe("impossible");
  expect(
    outlookFor(
      70,
      { ...facts, supplyWatts: 500 },
      { ...plain("ab"), outputAmperesPeak: 3.2 },
      { loadOhms: 8, channelsDriven: 2 },
    ),
  ).toBe("sum-of-channels-only");
  expect(outlookFor(30, NOTHING, plain("ab"), pair)).toBe("not-known");
});

test("a bigger supply buys watts until the next ceiling", () => {
  expect(withBiggerSupply(BRICK, plain("ab"), pair, 2)).toMatchObject({
    limitedBy: "rail-voltage",
    watts: expect.closeTo((24 - 6) ** 2 / 8, 6),
  });
  const buys = withBiggerSupply({ ...BRICK, supplyVolts: 48 }, plain("ab"), pair, 2);
  expect(buys).toMatchObject({
    limitedBy: "supply-power",
    watts: expect.closeTo(46.8, 6),
    gainDb: expect.closeTo(3.01, 2),
  });
});

test("energy balance: output never exceeds what the supply gives, whatever is assumed; what is not known is listed", () => {
  fc.assert(
    fc.property(
      fc.record({
        volts: fc.double({ min: 5, max: 100, noNaN: true }),
        watts: fc.double({ min: 5, max: 2000, noNaN: true }),
        ohms: fc.double({ min: 1, max: 16, noNaN: true }),
        count: fc.integer({ min: 1, max: 8 }),
      }),
      ({ volts, watts, ohms, count }) => {
        const { limiter } = forecast(
          { ...BRICK, supplyVolts: volts, supplyWatts: watts },
          assumptionsFor("d"),
          { loadOhms: ohms, channelsDriven: count },
        );
        expect((limiter?.watts ?? 0) * count).toBeLessThanOrEqual(watts);
      },
    ),
  );
  expect(forecast(NOTHING, plain("ab"), pair)).toMatchObject({
    limiter: null,
    unknown: ["supply-power", "supply-voltage", "gain", "source-level"],
  });
});

test("refusal", () =>
  expect(() => forecast(NOTHING, plain("ab"), { loadOhms: 0, channelsDriven: 1 })).toThrow(
    "loadOhms is 0",
  ));
