import { proposePlan, timelineOf, type PlannedRun } from "@/core/plan";
import { powerResistor } from "@/core/load/testing/powerResistor";
import { emptyDocument } from "@/records";
import { amplifier, power, load } from "@/records/testing/run";
import { heatModel, planFacts, runTroubles, type PlanRecords } from "./planFacts";

const details = {
  ...emptyDocument("details"),
  supplies: [
    {
      name: "rails",
      kind: "linear" as const,
      volts: 36,
      amperes: null,
      watts: 250,
      isInTheBox: true,
    },
    {
      name: "bench supply",
      kind: "linear" as const,
      volts: 40,
      amperes: 5,
      watts: null,
      isInTheBox: false,
    },
  ],
  switches: [
    { name: "mode", positions: "stereo, bridged" },
    { name: "tone", positions: "on, off" },
  ],
};
const records: PlanRecords = {
  amplifier,
  claims: [power],
  loads: [load],
  details,
  forecastSettings: emptyDocument("forecast"),
  isBridged: false,
  roomCelsius: 22,
};
const run = (given: Partial<PlannedRun> = {}): PlannedRun => ({
  id: "r",
  kind: "power-sweep",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 50,
  seconds: 12,
  setting: "",
  proves: [],
  ...given,
});

test("the records become facts: other supplies, switches with their positions, bridging by its switch", () => {
  const facts = planFacts(records);
  expect(facts).toMatchObject({
    otherSupplies: ["bench supply"],
    switches: [{ name: "tone", positions: ["on", "off"] }],
    hasBridging: true,
    loadOhms: [8],
  });
  expect(facts.expectedWatts(8, 2)).toBeCloseTo((36 - 3) ** 2 / 16, 6);
  expect(proposePlan(facts, "everything").map(({ setting }) => setting)).toEqual(
    expect.arrayContaining(["supply: bench supply", "tone: off", "bridged"]),
  );
});

test("without a supply the claim stands for what to expect", () =>
  expect(
    planFacts({
      ...records,
      details: emptyDocument("details"),
      forecastSettings: { ...emptyDocument("forecast"), sourceVoltsRms: null },
    }).expectedWatts(8, 2),
  ).toBe(50));

const parts = [
  powerResistor({ name: "R1", ohms: 16.4, ratedWatts: 100 }),
  powerResistor({ name: "R2", ohms: 16.4, ratedWatts: 100 }),
];
const pair = {
  network: {
    kind: "parallel" as const,
    parts: [
      { kind: "resistor" as const, index: 0 },
      { kind: "resistor" as const, index: 1 },
    ],
  },
  resistors: parts,
};

test("each resistor of a network warms by its share; a load of unknown parts by all", () => {
  const built = { ...load, channels: [{ ...load.channels[0], network: pair }, load.channels[1]] };
  const model = heatModel({ ...records, loads: [built] }, emptyDocument("plan"));
  expect(model.bodies.map(({ name }) => name)).toEqual(["amplifier", "R1", "R2", "8 Ω B"]);
  const [, first, second, other] = model.wattsInto(run({ kind: "spectrum", watts: 10 }));
  expect([first, second, other]).toEqual([5, 5, 10]);
  expect(model.wattsInto(run({ kind: "spectrum", watts: 10, channelsDriven: 1 }))[3]).toBe(0);
  expect(model.wattsInto(run({ loadOhms: 4 })).slice(1)).toEqual([0, 0, 0]);
});

test("the amplifier settles near 60 °C at an eighth of its power, as it is taken to be built", () => {
  const model = heatModel(records, { ...emptyDocument("plan"), amplifierMostCelsius: 100 });
  const { entries } = timelineOf(
    [
      run({
        kind: "heat-soak",
        watts: planFacts(records).expectedWatts(8, 2) / 8,
        seconds: 20_000,
      }),
    ],
    model,
  );
  expect(entries[0].endCelsius[0]).toBeCloseTo(60, 3);
});

test("troubles: no load, too few channels, breaker, a resistor that is too small", () => {
  expect(runTroubles(run(), records)).toEqual([]);
  expect(runTroubles(run({ loadOhms: 4 }), records)).toEqual(["no 4 Ω load is built yet"]);
  expect(runTroubles(run({ channelsDriven: 5 }), records)).toEqual([
    "the 8 Ω load has 2 channels only",
  ]);
  expect(runTroubles(run({ watts: 2000 }), records)[0]).toContain("more than the breaker rating");
  const small = {
    ...load,
    channels: [
      {
        ...load.channels[0],
        network: {
          network: { kind: "resistor" as const, index: 0 },
          resistors: [powerResistor({ name: "R9", ratedWatts: 10 })],
        },
      },
      load.channels[1],
    ],
  };
  expect(
    runTroubles(run({ kind: "spectrum", watts: 50, seconds: 60 }), { ...records, loads: [small] }),
  ).toEqual([expect.stringMatching(/^R9 takes it for \d+ s only$/)]);
});
