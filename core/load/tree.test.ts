import fc from "fast-check";
import {
  assessNetwork,
  inParallel,
  inSeries,
  networkImpedance,
  networkIndices,
  networkOhms,
  networkResistance,
  networkShapes,
  networkShares,
  type Network,
} from ".";
import { powerResistor } from "./testing/powerResistor";

const SHAPES = [1, 2, 3, 4].flatMap(networkShapes);
const shelves = fc.array(
  fc
    .record({
      ohms: fc.double({ min: 0.5, max: 50, noNaN: true }),
      henries: fc.double({ min: 0, max: 1e-4, noNaN: true }),
      ohmsStdUncertainty: fc.double({ min: 0, max: 0.01, noNaN: true }),
    })
    .map(powerResistor),
  { minLength: 4, maxLength: 4 },
);
const cases = fc.tuple(fc.constantFrom(...SHAPES), shelves);
const pair = (kind: "series" | "parallel"): Network => ({
  kind,
  parts: [
    { kind: "resistor", index: 0 },
    { kind: "resistor", index: 1 },
  ],
});

test("energy balance: the shares of a network are all of its power, and those of Ohm's law in its parts", () => {
  fc.assert(
    fc.property(cases, ([network, shelf]) => {
      const ohms = shelf.map((each) => each.ohms);
      const shares = networkShares(network, ohms);
      expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      expect(shares.map(({ index }) => index).sort()).toEqual(networkIndices(network).sort());
    }),
  );
});

test("closed form: in series power goes as the ohms, in parallel as their inverse", () => {
  expect(networkShares(pair("series"), [1, 3]).map(({ share }) => share)).toEqual([0.25, 0.75]);
  expect(networkShares(pair("parallel"), [1, 3]).map(({ share }) => share)).toEqual([
    expect.closeTo(0.75, 12),
    expect.closeTo(0.25, 12),
  ]);
});

test("invariance: ohms, resistance and impedance without inductance are one and the same", () => {
  fc.assert(
    fc.property(cases, ([network, shelf]) => {
      const pure = shelf.map((part) => ({ ...part, henries: 0 }));
      const { re, im } = networkImpedance(network, pure, 20_000);
      const ohms = networkOhms(
        network,
        pure.map((part) => part.ohms),
      );
      expect(re).toBeCloseTo(ohms, 9);
      expect(im).toBeCloseTo(0, 12);
      expect(networkResistance(network, pure).ohms).toBeCloseTo(ohms, 9);
    }),
  );
});

test("closed form: two coils with resistance, in series R + jwL, in parallel the product over the sum", () => {
  const [a, b] = [
    powerResistor({ ohms: 8, henries: 8e-6 }),
    powerResistor({ ohms: 4, henries: 20e-6 }),
  ];
  const omega = 2 * Math.PI * 20_000;
  expect(networkImpedance(pair("series"), [a, b], 20_000)).toEqual({
    re: 12,
    im: expect.closeTo(omega * 28e-6, 12),
  });
  const za = [8, omega * 8e-6],
    zb = [4, omega * 20e-6];
  const product = [za[0] * zb[0] - za[1] * zb[1], za[0] * zb[1] + za[1] * zb[0]],
    sum = [12, za[1] + zb[1]];
  const size = sum[0] ** 2 + sum[1] ** 2;
  expect(networkImpedance(pair("parallel"), [a, b], 20_000)).toEqual({
    re: expect.closeTo((product[0] * sum[0] + product[1] * sum[1]) / size, 9),
    im: expect.closeTo((product[1] * sum[0] - product[0] * sum[1]) / size, 9),
  });
});

test("closed form: the error at 20 kHz of one resistor is the root of 1 + (wL/R)^2, less 1; its drift alpha times its rise", () => {
  const shelf = [powerResistor({ ohms: 4, henries: 30e-6, perCelsius: 4e-4 })];
  const report = assessNetwork({ kind: "resistor", index: 0 }, shelf, {
    targetOhms: 4,
    watts: 100,
    seconds: 1e6,
    channelCount: 1,
    ambientCelsius: 22,
  });
  expect(report.highFrequencyRatio).toBeCloseTo(
    Math.hypot(1, (2 * Math.PI * 20_000 * 30e-6) / 4) - 1,
    12,
  );
  expect(report.driftRatio).toBeCloseTo(4e-4 * (report.hottestCelsius - 22), 12);
});

test("JCGM 100, 5.1.2: a network's uncertainty is that of its joints, one inside the other", () => {
  const [a, b, c] = [8, 4, 2].map((ohms) =>
    powerResistor({ ohms, ohmsStdUncertainty: 0.01 * ohms }),
  );
  const network: Network = {
    kind: "parallel",
    parts: [
      { kind: "resistor", index: 0 },
      {
        kind: "series",
        parts: [
          { kind: "resistor", index: 1 },
          { kind: "resistor", index: 2 },
        ],
      },
    ],
  };
  expect(networkResistance(network, [a, b, c])).toEqual(inParallel([a, inSeries([b, c])]));
});
