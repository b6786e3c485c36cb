import fc from "fast-check";
import { inParallel, inSeries, networkRating, type Network, type Resistance } from ".";
import { powerResistor } from "./testing/powerResistor";

const resistances = fc.array(
  fc.record({
    ohms: fc.double({ min: 0.5, max: 100, noNaN: true }),
    ohmsStdUncertainty: fc.double({ min: 0, max: 0.1, noNaN: true }),
  }),
  { minLength: 1, maxLength: 6 },
);

test("two of 8.2 ohm are 16.4 in series and 4.1 in parallel; read with one meter, the pair is known as well as one", () => {
  const pair: Resistance[] = [
    { ohms: 8.2, ohmsStdUncertainty: 0.04 },
    { ohms: 8.2, ohmsStdUncertainty: 0.04 },
  ];
  expect(inSeries(pair)).toEqual({
    ohms: 16.4,
    ohmsStdUncertainty: expect.closeTo(0.08, 12),
  });
  expect(inParallel(pair)).toEqual({
    ohms: expect.closeTo(4.1, 12),
    ohmsStdUncertainty: expect.closeTo(0.02, 12),
  });
});

// JCGM 100:2008, 5.2.2, example: ten resistors of 1000 ohm, each calibrated against one standard to 0.1 ohm, in series: 1 ohm, not 0.32.
test("JCGM 100 5.2.2, example: ten resistors compared with one standard are 10 kilohm within 1 ohm", () => {
  const ten = Array.from({ length: 10 }, () => ({ ohms: 1000, ohmsStdUncertainty: 0.1 }));
  const { ohms, ohmsStdUncertainty } = inSeries(ten);
  expect(ohms).toBe(10_000);
  expect(ohmsStdUncertainty).toBeCloseTo(1, 12);
});

test("invariance: the order of a network does not matter", () => {
  fc.assert(
    fc.property(resistances, (parts) => {
      const turned = [...parts].reverse();
      expect(inParallel(turned).ohms).toBeCloseTo(inParallel(parts).ohms, 9);
      expect(inSeries(turned).ohms).toBeCloseTo(inSeries(parts).ohms, 9);
    }),
  );
});

test("JCGM 100 5.2.2: all moved together by one uncertainty each, the network moves by its own", () => {
  fc.assert(
    fc.property(resistances, (parts) => {
      const parallel = (by: number) =>
        1 /
        parts.reduce(
          (sum, { ohms, ohmsStdUncertainty }) => sum + 1 / (ohms + (by * ohmsStdUncertainty) / 100),
          0,
        );
      const byNumbers = (parallel(1) - parallel(-1)) / 2;
      expect(inParallel(parts).ohmsStdUncertainty / 100).toBeCloseTo(byNumbers, 5);
    }),
  );
});

test("refusal", () => {
  expect(() => inParallel([])).toThrow("at least one");
  expect(() => inSeries([{ ohms: -1, ohmsStdUncertainty: 0 }])).toThrow("ohms is -1");
});

test("closed form: a network takes what its weakest part lets it", () => {
  const network = (kind: "series" | "parallel"): Network => ({
    kind,
    parts: [
      { kind: "resistor", index: 0 },
      { kind: "resistor", index: 1 },
    ],
  });
  const rated = [
    powerResistor({ ohms: 8, ratedWatts: 100 }),
    powerResistor({ ohms: 4, ratedWatts: 100, overloadRatio: 4, overloadSeconds: 3 }),
  ];
  // In series the 8 ohm part takes two thirds of the power, in parallel one third: 150 W together either way.
  for (const kind of ["series", "parallel"] as const)
    expect(networkRating(network(kind), rated).watts).toBeCloseTo(150, 9);
  // In series the other part takes one third: 300 W steadily, four times that for three seconds.
  expect(networkRating(network("series"), rated).overload).toEqual({
    ratio: expect.closeTo(8, 9),
    seconds: 3,
  });
  expect(networkRating({ kind: "resistor", index: 0 }, rated)).toEqual({
    watts: 100,
    overload: { ratio: 10, seconds: 5 },
  });
});
