import fc from "fast-check";
import {
  assessNetwork,
  findLoads,
  loadWarnings,
  networkOhms,
  networkShapes,
  networkText,
  whyWorse,
  type LoadDemand,
  type Network,
  type PowerResistor,
} from ".";
import { powerResistor } from "./testing/powerResistor";

const demand = (given: Partial<LoadDemand> = {}): LoadDemand => ({
  targetOhms: 8,
  watts: 50,
  seconds: 60,
  channelCount: 1,
  ambientCelsius: 22,
  ...given,
});

test("Riordan and Shannon 1942: one to five labelled resistors join in 1, 2, 8, 52, 472 ways, all different", () => {
  expect([1, 2, 3, 4, 5].map((count) => networkShapes(count).length)).toEqual([1, 2, 8, 52, 472]);
  // Ohms without a common measure, so that different networks differ in their ohms.
  const ohms = [1, Math.SQRT2, Math.E, Math.PI];
  expect(
    new Set(networkShapes(4).map((shape) => networkOhms(shape, ohms).toPrecision(12))).size,
  ).toBe(52);
});

/** Every network of some of the resistors, by joining any two that share none, again and again: slow, and another way than the finder's. */
const bruteForce = (shelf: readonly PowerResistor[]): Network[] => {
  const ofMask = new Map<number, Network[]>(
    shelf.map((_, index) => [1 << index, [{ kind: "resistor", index }]]),
  );
  for (let mask = 1; mask < 1 << shelf.length; mask++) {
    if (ofMask.has(mask)) continue;
    const made: Network[] = [];
    for (let left = (mask - 1) & mask; left > 0; left = (left - 1) & mask)
      if (left > (mask ^ left))
        for (const a of ofMask.get(left) ?? [])
          for (const b of ofMask.get(mask ^ left) ?? [])
            for (const kind of ["series", "parallel"] as const) made.push({ kind, parts: [a, b] });
    ofMask.set(mask, made);
  }
  return [...ofMask.values()].flat();
};
const maskOf = (network: Network): number =>
  network.kind === "resistor"
    ? 1 << network.index
    : network.parts.map(maskOf).reduce((left, right) => left | right);

const shelves = fc.array(
  fc.record({
    ohms: fc.double({ min: 2, max: 20, noNaN: true }),
    ratedWatts: fc.constantFrom(10, 50, 200),
  }),
  { minLength: 1, maxLength: 4 },
);

test("brute force, one channel: no network of a small shelf is better than the one found", () => {
  fc.assert(
    fc.property(shelves, fc.constantFrom(2, 4, 8, 16), (values, targetOhms) => {
      const shelf = values.map(({ ohms, ratedWatts }, k) =>
        powerResistor({ name: `R${k + 1}`, ohms, ratedWatts }),
      );
      const wanted = demand({ targetOhms });
      const costs = bruteForce(shelf)
        .map((network) => assessNetwork(network, shelf, wanted))
        .filter(({ errorRatio }) => Math.abs(errorRatio) <= 0.06)
        .map(({ cost }) => cost);
      const { choices, nearest } = findLoads(shelf, wanted);
      if (costs.length === 0) {
        expect(choices).toEqual([]);
        expect(nearest).not.toBeNull();
      } else expect(choices[0].cost).toBeCloseTo(Math.min(...costs), 9);
    }),
    { numRuns: 150 },
  );
});

test("brute force, two channels at once: no two networks apart from each other are better", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 6, max: 18, noNaN: true }), { minLength: 2, maxLength: 4 }),
      (ohms) => {
        const shelf = ohms.map((value, k) => powerResistor({ name: `R${k + 1}`, ohms: value }));
        const wanted = demand({ channelCount: 2 });
        const near = bruteForce(shelf)
          .map((network) => assessNetwork(network, shelf, wanted))
          .filter(({ errorRatio }) => Math.abs(errorRatio) <= 0.06);
        const costs = near.flatMap((left) =>
          near
            .filter((right) => (maskOf(left.network) & maskOf(right.network)) === 0)
            .map((right) => left.cost + right.cost),
        );
        const { choices } = findLoads(shelf, wanted);
        if (costs.length === 0) expect(choices).toEqual([]);
        else expect(choices[0].cost).toBeCloseTo(Math.min(...costs), 9);
      },
    ),
    { numRuns: 150 },
  );
});

/** As bruteForce, of a longer shelf: of up to four of its resistors at a time. */
const bruteForceOfFour = (shelf: readonly PowerResistor[]): Network[] => {
  const choices = Array.from({ length: 1 << shelf.length }, (_, mask) =>
    shelf.map((__, index) => index).filter((index) => mask & (1 << index)),
  ).filter(({ length }) => length >= 1 && length <= 4);
  const placed = (network: Network, chosen: readonly number[]): Network =>
    network.kind === "resistor"
      ? { kind: "resistor", index: chosen[network.index] }
      : { kind: network.kind, parts: network.parts.map((part) => placed(part, chosen)) };
  // Only those that take all of the chosen ones; the others are met with fewer.
  return choices.flatMap((chosen) =>
    bruteForce(chosen.map((index) => shelf[index]))
      .filter((network) => maskOf(network) === (1 << chosen.length) - 1)
      .map((network) => placed(network, chosen)),
  );
};

test("brute force, a longer shelf: what is left out before it is worked out is never part of the best, for one channel and for two", () => {
  const shelf = [15.7, 16.4, 8.3, 7.9, 4.2, 3.9, 24.5, 12.2, 32.6].map((ohms, k) =>
    powerResistor({
      name: `R${k + 1}`,
      ohms,
      ratedWatts: [20, 50, 200][k % 3],
      henries: (1 + (k % 4)) * 3e-6,
    }),
  );
  const all = bruteForceOfFour(shelf);
  for (const targetOhms of [8, 16]) {
    const near = all
      .map((network) => assessNetwork(network, shelf, demand({ targetOhms })))
      .filter(({ errorRatio }) => Math.abs(errorRatio) <= 0.06)
      .map((report) => ({ cost: report.cost, mask: maskOf(report.network) }));
    // More than are worked out at first, so that some are left out by their bound alone.
    expect(near.length).toBeGreaterThan(400);
    const cheapest = new Map<number, number>();
    for (const { cost, mask } of near)
      cheapest.set(mask, Math.min(cost, cheapest.get(mask) ?? Infinity));
    const entries = [...cheapest];
    const pairs = entries.flatMap(([mask, cost]) =>
      entries.filter(([other]) => (mask & other) === 0).map(([, other]) => cost + other),
    );
    expect(findLoads(shelf, demand({ targetOhms })).choices[0].cost).toBeCloseTo(
      Math.min(...entries.map(([, cost]) => cost)),
      9,
    );
    expect(findLoads(shelf, demand({ targetOhms, channelCount: 2 })).choices[0].cost).toBeCloseTo(
      pairs.reduce((least, cost) => Math.min(least, cost), Infinity),
      9,
    );
  }
});

test("bridged: one network for two channels, of the ohms asked, taking the watts of both", () => {
  const [best] = findLoads(EIGHTS, demand({ targetOhms: 8, watts: 186, channelCount: 1 })).choices;
  expect(best.channels[0].parts.reduce((sum, { watts }) => sum + watts, 0)).toBeCloseTo(186, 9);
});

const tube = (name: string, ohms: number) => powerResistor({ name, ohms, ratedWatts: 200 });
const EIGHTS = [
  tube("R1", 8.21),
  tube("R2", 8.18),
  tube("R3", 8.25),
  tube("R4", 8.16),
  tube("R5", 7.95),
  tube("R6", 8.3),
];

test.each([
  [8, 1],
  [4, 2],
  [2.67, 3],
  [2, 4],
  [16, 2],
])("six of 8 ohm make %d ohm of %d", (targetOhms, partCount) => {
  const [best] = findLoads(EIGHTS, demand({ targetOhms })).choices;
  expect(best.channels[0].parts.length).toBe(partCount);
  expect(Math.abs(best.channels[0].errorRatio)).toBeLessThan(0.04);
});

test("choices are built differently, best first, and say why they are worse", () => {
  const wanted = demand({ watts: 300, seconds: 30, channelCount: 1 });
  const { choices } = findLoads(EIGHTS, wanted);
  expect(choices.length).toBeGreaterThan(1);
  choices.slice(1).forEach((choice, k) => {
    expect(choice.cost).toBeGreaterThanOrEqual(choices[k].cost);
    expect(whyWorse(choice, choices[0], wanted).length).toBeGreaterThan(0);
  });
});

test("a part that is too small gets a warning with what may happen to it", () => {
  const shelf = [
    powerResistor({
      name: "small",
      ohms: 8,
      ratedWatts: 50,
      construction: "metal-cased",
      cooling: "free air",
      overloadRatio: 5,
    }),
  ];
  const wanted = demand({ watts: 40 });
  const [
    {
      channels: [report],
    },
  ] = findLoads(shelf, wanted).choices;
  expect(report.allowedSeconds).toBeLessThan(60);
  expect(loadWarnings(report, shelf, wanted)).toEqual([
    {
      code: "overloaded-part",
      name: "small",
      watts: expect.closeTo(40, 6) as number,
      ratedWatts: expect.closeTo(17.5, 6) as number,
      isWireWound: false,
    },
    { code: "duration", allowedSeconds: report.allowedSeconds, wantedSeconds: 60 },
  ]);
  expect(
    loadWarnings(
      assessNetwork(report.network, shelf, demand({ watts: 500 })),
      shelf,
      demand({ watts: 500 }),
    ),
  ).toContainEqual({ code: "never" });
  expect(
    loadWarnings(assessNetwork({ kind: "resistor", index: 0 }, EIGHTS, wanted), EIGHTS, wanted),
  ).toEqual([]);
});

test("seven channels of a home theatre amplifier from twenty resistors", () => {
  const shelf = Array.from({ length: 20 }, (_, k) => tube(`R${k + 1}`, 8 + 0.02 * k));
  const { choices } = findLoads(shelf, demand({ channelCount: 7 }));
  expect(choices[0].channels.length).toBe(7);
  expect(
    new Set(choices[0].channels.flatMap(({ parts }) => parts.map(({ index }) => index))).size,
  ).toBe(7);
});

test("a network in words", () =>
  expect(
    networkText(
      {
        kind: "parallel",
        parts: [
          {
            kind: "series",
            parts: [
              { kind: "resistor", index: 0 },
              { kind: "resistor", index: 1 },
            ],
          },
          { kind: "resistor", index: 2 },
        ],
      },
      EIGHTS,
    ),
  ).toBe("(R1 + R2) ∥ R3"));

test("refusal", () => {
  expect(() => findLoads(EIGHTS, demand({ targetOhms: 0 }))).toThrow("targetOhms is 0");
  expect(() =>
    findLoads(
      Array.from({ length: 31 }, () => EIGHTS[0]),
      demand(),
    ),
  ).toThrow("shelf.length is 31");
  expect(findLoads([], demand())).toEqual({ choices: [], nearest: null, isExhaustive: true });
});
