import { stepReading } from "@/core/testing/stepReading";
import type { Evidence } from "@/core/verdict";
import { idleYearKilowattHours, measuredSupplies, suppliedInto, supplyDifferences } from ".";

const SUPPLIES = [
  {
    name: "brick in the box",
    kind: "brick" as const,
    volts: 24,
    amperes: 3,
    watts: null,
    isInTheBox: true,
  },
  {
    name: "32 V brick",
    kind: "brick" as const,
    volts: 32,
    amperes: 5,
    watts: null,
    isInTheBox: false,
  },
];

const swept = (id: string, loadOhms: number, watts: number, more: Partial<Evidence> = {}) =>
  ({
    id,
    kind: "power-sweep",
    source: "recording",
    takenAt: `2026-11-25T10:00:0${id.length}Z`,
    nominalOhms: loadOhms,
    channelsDriven: 2,
    frequencyHz: 1000,
    band: { lowHz: 20, highHz: 20_000 },
    levelWatts: null,
    supply: "",
    setting: "",
    channels: [1, 0.97].map((share, channelIndex) => ({
      channelIndex,
      loadOhms,
      loadOhmsStdUncertainty: 0.01,
      voltsStdUncertaintyRatio: 0.0025,
      stopReason: "supply-power-or-current",
      levels: [0.3, 0.6, 0.9, 1].map((part) =>
        stepReading(part * share * watts, part < 1 ? 0.001 : 0.02),
      ),
    })),
    ...more,
  }) as unknown as Evidence;

const BIG = { supply: "32 V brick" };

test("runs are distinguished by their supply; of channels the weakest counts", () => {
  const found = measuredSupplies(
    [
      swept("a", 8, 20),
      swept("b", 4, 30),
      swept("c", 4, 45, BIG),
      swept("d", 8, 30, { setting: "tone off" }),
    ],
    SUPPLIES,
  );
  expect(found.map(({ name, outputs }) => [name, outputs.length])).toEqual([
    ["brick in the box", 2],
    ["32 V brick", 1],
  ]);
  // Clean up to 0.9 of 0.97 of 20 W at least, and to where 1 % is passed at most.
  expect(found[0].outputs[0].watts).toBeGreaterThan(17.4);
  expect(found[0].outputs[0].watts).toBeLessThan(19.4);
});

test("the supply in the box comes first wherever the Brief lists it", () => {
  const found = measuredSupplies(
    [swept("a", 4, 30), swept("b", 4, 45, BIG)],
    SUPPLIES.toReversed(),
  );
  expect(found.map(({ name }) => name)).toEqual(["brick in the box", "32 V brick"]);
});

test("what the bigger one buys: half as much again is 1.8 dB, hardly audible", () => {
  const [difference] = supplyDifferences(
    measuredSupplies([swept("a", 4, 30), swept("b", 4, 45, BIG)], SUPPLIES),
    SUPPLIES.map((each) => (each.isInTheBox ? each : { ...each, price: 60 })),
  );
  expect(difference).toMatchObject({
    name: "32 V brick",
    than: "brick in the box",
    endedBy: "supply-power-or-current",
    audibility: { words: "hardly audible" },
    // What is in the box is paid for.
    price: 60,
  });
  expect(difference.audibility.db).toBeCloseTo(10 * Math.log10(1.5), 6);
});

test("against a supply that was free, all of its price is more", () => {
  const priced = SUPPLIES.map((each) => ({ ...each, isInTheBox: false, price: 60 }));
  const free = priced.map((each, k) => (k === 0 ? { ...each, price: 0 } : each));
  const measured = measuredSupplies([swept("a", 4, 30), swept("b", 4, 45, BIG)], SUPPLIES);
  const pricesIn = (labels: typeof free) =>
    supplyDifferences(measured, labels).map(({ price }) => price);
  expect(pricesIn(priced)).toEqual([0]);
  expect(pricesIn(free)).toEqual([60]);
});

test("the same watts into both loads: as many are predicted for the next", () => {
  const [supply] = measuredSupplies([swept("a", 8, 30), swept("b", 4, 30.5)], SUPPLIES);
  expect(supply.fingerprint?.found.kind).toBe("power-limited");
  expect(supply.fingerprint?.next.map(({ loadOhms }) => loadOhms)).toEqual([16, 6, 2]);
});

test("into a load that was measured what was measured, into another what the fingerprint predicts", () => {
  const supplies = measuredSupplies([swept("a", 8, 30), swept("b", 4, 30.5)], SUPPLIES);
  const told = (loadOhms: number, channelsDriven = 2) =>
    suppliedInto(supplies, "brick in the box", { loadOhms, channelsDriven });
  expect(told(8)?.from).toBe("measured");
  expect(told(2)).toMatchObject({ from: "predicted", watts: told(4)?.watts });
  expect([
    told(1),
    told(2, 1),
    suppliedInto(supplies, "another", { loadOhms: 8, channelsDriven: 2 }),
  ]).toEqual([null, null, null]);
});

test("a channel that is dead into one load breaks nothing, and is not a part of a fingerprint", () => {
  const dead = {
    ...swept("a", 8, 30),
    channels: swept("a", 8, 30).channels.map((channel) => ({
      ...channel,
      levels: [0, 0, 0, 0].map((watts) => stepReading(watts, 0.0001)),
    })),
  };
  const gone = {
    ...dead,
    channels: dead.channels.map((channel) => ({
      ...channel,
      levels: [...(channel.levels ?? []), stepReading(1e-9, 0.5)],
    })),
  };
  for (const run of [dead, gone])
    expect(measuredSupplies([run, swept("bb", 4, 30)], SUPPLIES)[0].fingerprint).toBeNull();
});

test("a rehearsal stands in only where nothing real was measured, and is called one", () => {
  const simulated = swept("a", 4, 60, { source: "simulated" });
  expect(measuredSupplies([simulated], SUPPLIES)[0].isRehearsed).toBe(true);
  const both = measuredSupplies([simulated, swept("bb", 4, 30)], SUPPLIES);
  expect(both[0].isRehearsed).toBe(false);
  expect(both[0].outputs[0].watts).toBeLessThan(31);
});

test("bursts, staying power and mains of a supply come from the newest run that tells", () => {
  const figure = (name: string, value: number, label = name) => ({
    name,
    label,
    quantity: "watts",
    value,
    stdUncertainty: null,
    bound: null,
  });
  const of = (kind: string, figures: object[]) =>
    ({
      ...swept("x", 4, 1),
      kind,
      channels: [{ channelIndex: 0, loadOhms: 4, figures }],
    }) as unknown as Evidence;
  const [supply] = measuredSupplies(
    [
      swept("a", 4, 30),
      of("burst", [figure("burst-20", 55, "last clean cycle, 1 kHz, 20 ms")]),
      of(
        "staying-power",
        // 50 W for moments; 20 W for ever and 3 J beyond.
        [0.008, 0.02, 0.2, 0.5, 1, 3].map((seconds) =>
          figure(`held-${seconds}`, Math.min(50, 20 + 3 / seconds)),
        ),
      ),
      of("mains-draw", [
        figure("mains-idle", 10),
        figure("mains-rated", 120),
        figure("heat-rated", 48),
        figure("amperes-rated", 0.9),
        figure("power-factor-rated", 120 / (230 * 0.9)),
        figure("margin-rated", 15.1),
      ]),
      of("mains-draw", [figure("inrush", 80), figure("inrush-margin", 67.9)]),
    ],
    SUPPLIES,
  );
  expect(supply.bursts).toEqual([
    { label: "1 kHz, 20 ms", nominalOhms: 4, watts: 55, stdWatts: null, isAtLeast: false },
  ]);
  expect(supply.staying?.steadyWatts).toBeCloseTo(20, 1);
  expect(supply.staying?.storeJoules).toBeCloseTo(3, 1);
  const [idle, rated] = supply.mains?.levels ?? [];
  expect(idle).toMatchObject({ label: "idle", balance: { inWatts: { value: 10 } } });
  expect(rated).toMatchObject({
    label: "at rated output",
    marginAmperes: 15.1,
    balance: { heatWatts: { value: 48 }, outWatts: { value: 72 } },
  });
  // 120 W of 207 VA.
  expect(rated.balance.powerFactor?.value).toBeCloseTo(0.58, 2);
  expect(supply.mains?.inrush).toEqual({ peak: 80, stands: 67.9 });
});

test("10 W all year are 88 kWh", () => expect(idleYearKilowattHours(10)).toBeCloseTo(87.66, 2));

test("a meter's log says nothing of what came out: no heat is made of its watts, and its doubt is reported", () => {
  const logged = {
    ...swept("x", 4, 1),
    kind: "mains-draw",
    channels: [
      {
        channelIndex: 0,
        loadOhms: 4,
        figures: ["mains-idle", "mains-rated"].map((name, k) => ({
          name,
          label: name,
          quantity: "watts",
          value: [12, 240][k],
          stdUncertainty: null,
          bound: null,
        })),
        cautions: [{ code: "doubtful", text: "by their order", touches: ["mains-rated"] }],
      },
    ],
  } as unknown as Evidence;
  const levels = measuredSupplies([swept("a", 4, 30), logged], SUPPLIES)[0].mains?.levels ?? [];
  expect(levels.map(({ balance, doubts }) => [balance.heatWatts?.value ?? null, doubts])).toEqual([
    [12, []],
    [null, ["by their order"]],
  ]);
});
