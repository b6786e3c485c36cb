import { emptyDocument, underWaySchema } from "@/records";
import { amplifier, load, power } from "@/records/testing/run";
import type { PlanRecords } from "./planFacts";
import { sinkForecasts, sinkOn } from "./sinkForecasts";
import { benchJob } from "@/records/testing/job";

const records: PlanRecords = {
  amplifier,
  claims: [power],
  loads: [load],
  details: emptyDocument("details"),
  forecastSettings: emptyDocument("forecast"),
  isBridged: false,
  roomCelsius: 21,
};
const plan = { amplifierMostCelsius: 65 };

test("before a soak the sink is the usual one: 38 K above the room at an eighth of what is claimed", () => {
  const found = sinkForecasts(records, plan);
  const sink = sinkOn(found, load.id, amplifier.channelCount);
  expect(sink).toMatchObject({ roomCelsius: 21, isMeasured: false, timeConstantSeconds: 900 });
  const { fullWatts, efficiencyRatio, kelvinPerWatt } = sink as NonNullable<typeof sink>;
  expect(fullWatts).toBeCloseTo(power.powerWatts, 6);
  // Class AB at an eighth: what is taken goes with the root of the output.
  const eighthHeat =
    amplifier.channelCount * (fullWatts / efficiencyRatio / Math.sqrt(8) - fullWatts / 8);
  expect(kelvinPerWatt * eighthHeat).toBeCloseTo(38, 6);
});

test("a soak takes its place, and what a sweep found the place of the claim", () => {
  const found = sinkForecasts(
    {
      ...records,
      sink: { kelvinPerWatt: 0.9, timeConstantSeconds: 1200 },
      found: [{ nominalOhms: load.nominalOhms, channelsDriven: 1, watts: 31 }],
    },
    plan,
  );
  expect(sinkOn(found, load.id, 1)).toMatchObject({
    kelvinPerWatt: 0.9,
    timeConstantSeconds: 1200,
    isMeasured: true,
    fullWatts: 31,
  });
});

test("of a load that is not there nothing is predicted; more channels than it has count as all", () => {
  const found = sinkForecasts(records, plan);
  expect(sinkOn(found, "another", 1)).toBeNull();
  expect(sinkOn(found, load.id, 9)).toEqual(sinkOn(found, load.id, amplifier.channelCount));
});

test("a run under way keeps it, and one from before the guards predicted anything is read as it is", () => {
  const sink = sinkOn(sinkForecasts(records, plan), load.id, 2);
  const kept = (change: object) =>
    underWaySchema.isValidSync({
      job: { ...benchJob(), ...change },
      shots: [],
      queue: [],
      startedAt: "",
      refused: [],
    });
  expect([kept({}), kept({ sink }), kept({ sink: null })]).toEqual([true, true, true]);
  expect(kept({ sink: { ...sink, timeConstantSeconds: 0 } })).toBe(false);
});
