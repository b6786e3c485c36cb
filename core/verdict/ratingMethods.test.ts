import { recommendedRating, ratingsByMethod, type Evidence } from ".";
import { bursts, figure, found, overBand, sheet, shortSweep, sweep } from "./testing/evidence";

const { facts } = sheet("50 W per channel into 8 ohms, both channels driven, 1 % THD+N");
const rated = (...evidence: Evidence[]) => ratingsByMethod(evidence, facts);
const of = (schools: ReturnType<typeof rated>, name: string, driven: "one" | "all" = "all") =>
  schools.find((each) => each.name === name && each.driven === driven)?.reading ?? null;

test("every school has its place, once with one and once with all channels driven", () => {
  const names = rated().map(({ name }) => name);
  expect(names).toHaveLength(18);
  expect(new Set(names).size).toBe(9);
  expect(rated().every(({ reading }) => reading === null)).toBe(true);
});

test("the weakest channel of the weightiest run that tells it", () => {
  const schools = rated(
    sweep([62, 55], { id: "both" }),
    sweep([66], { id: "alone" }),
    bursts([78, 80], { id: "bursts" }),
    found("staying-power", [figure("held-1", 60, 0.6), figure("held-60", 52, 0.5)]),
  );
  expect(of(schools, "one-percent")).toMatchObject({
    powerWatts: expect.closeTo(55.1, 0),
    channelIndex: 1,
    runId: "both",
  });
  expect(of(schools, "one-percent", "one")).toMatchObject({ runId: "alone" });
  expect(of(schools, "burst")).toMatchObject({ powerWatts: 78, runId: "bursts" });
  expect([of(schools, "one-second"), of(schools, "one-minute")]).toMatchObject([
    { powerWatts: 60 },
    { powerWatts: 52 },
  ]);
  // The sterner the school, the less it gives.
  const order = ["tenth-percent", "one-percent", "burst"].map(
    (name) => of(schools, name)?.powerWatts ?? 0,
  );
  expect(order).toEqual(order.toSorted((a, b) => a - b));
});

test("the band is rated after the warm-up only: cold it is another school", () => {
  expect(of(rated(overBand(48, 0.005)), "full-band")).toBeNull();
  expect(of(rated(overBand(48, 0.005, { isWarm: true })), "full-band")).toMatchObject({
    powerWatts: 48,
    bound: "at-least",
  });
});

test("a real run goes before a newer simulated one, and another load or setting tells nothing", () => {
  const schools = rated(
    sweep([55, 55], { id: "real", takenAt: "2026-01-01" }),
    sweep([90, 90], { source: "simulated", takenAt: "2026-12-01" }),
  );
  expect(of(schools, "one-percent")).toMatchObject({ runId: "real", isRehearsed: false });
  expect(of(rated(sweep([90, 90], { ohms: 4 })), "one-percent")).toBeNull();
  expect(of(rated(sweep([90, 90], { setting: "limiter off" })), "one-percent")).toBeNull();
  expect(of(rated(sweep([90, 90], { frequencyHz: 10_000 })), "one-percent")).toBeNull();
  expect(of(rated(shortSweep([30, 30])), "one-percent")).toMatchObject({ bound: "at-least" });
});

describe("the recommended rating", () => {
  test("by the strictest method with a reading, less its uncertainty, rounded down", () => {
    const recommended = (...evidence: Evidence[]) => recommendedRating(rated(...evidence), 2);
    expect(recommended(sweep([62, 55]))).toMatchObject({
      powerWatts: 53,
      method: "tenth-percent",
      channelsDriven: 2,
    });
    expect(recommended(sweep([62, 55]), overBand(48, 0.005, { isWarm: true }))).toMatchObject({
      powerWatts: 47,
      method: "full-band",
    });
  });

  test("the preferred method goes first; a simulated result rates nothing", () => {
    expect(recommendedRating(rated(sweep([62, 55])), 2, "knee")).toMatchObject({ method: "knee" });
    expect(recommendedRating(rated(sweep([62, 55], { source: "simulated" })), 2)).toBeNull();
    expect(recommendedRating(rated(), 2)).toBeNull();
    expect(recommendedRating(rated(sweep([62])), 2)).toMatchObject({ channelsDriven: 1 });
  });
});
