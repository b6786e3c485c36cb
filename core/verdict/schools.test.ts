import { honestRating, ratingSchools, type Evidence } from ".";
import { bursts, figure, found, overBand, sheet, shortSweep, sweep } from "./testing/evidence";

const { facts } = sheet("50 W per channel into 8 ohms, both channels driven, 1 % THD+N");
const rated = (...evidence: Evidence[]) => ratingSchools(evidence, facts);
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

describe("an honest rating", () => {
  test("by the sternest school that has a reading, its uncertainty taken off and rounded down", () => {
    const sentence = (...evidence: Evidence[]) => honestRating(rated(...evidence), 2)?.sentence;
    expect(sentence(sweep([62, 55]))).toBe(
      "53 W: what the weaker channel gives at 0.1 %, with two channels driven, less its uncertainty.",
    );
    expect(sentence(sweep([62, 55]), overBand(48, 0.005, { isWarm: true }))).toMatch(
      /^47 W: what the weaker channel gives from 20 Hz to 20 kHz at 1 % THD\+N, with two channels driven/,
    );
  });

  test("the school of the house goes first; a rehearsal rates nothing", () => {
    expect(honestRating(rated(sweep([62, 55])), 2, "knee")).toMatchObject({ school: "knee" });
    expect(honestRating(rated(sweep([62, 55], { source: "simulated" })), 2)).toBeNull();
    expect(honestRating(rated(), 2)).toBeNull();
    expect(honestRating(rated(sweep([62])), 2)?.sentence).toContain("one channel driven");
  });
});
