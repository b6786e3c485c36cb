import {
  allowedSeconds,
  assessNetwork,
  bodySeconds,
  celsiusAfter,
  coolSecondsFrom,
  surfaceKelvinPerWatt,
  type Network,
  type PowerResistor,
} from "@/core/load";
import { powerResistor } from "@/core/load/testing/powerResistor";
import { WarmLoad } from "../load/WarmLoad";
import { resistor, type ResistiveLoad } from "../load/types";

/** The same resistor as the simulated bench knows it. */
const simulated = (part: PowerResistor) =>
  resistor(part.ohms, {
    celsiusPerWatt: surfaceKelvinPerWatt(part),
    joulesPerCelsius: bodySeconds(part) / surfaceKelvinPerWatt(part),
    perCelsius: part.perCelsius,
    failsAboveCelsius: 1000,
  });
const simulatedNetwork = (network: Network, shelf: readonly PowerResistor[]): ResistiveLoad =>
  network.kind === "resistor"
    ? simulated(shelf[network.index])
    : { kind: network.kind, parts: network.parts.map((part) => simulatedNetwork(part, shelf)) };

test("closed form: after one time constant 63.2 % of the rise, then back", () => {
  const part = powerResistor();
  const rise = surfaceKelvinPerWatt(part) * 100;
  expect(
    celsiusAfter(part, 100, bodySeconds(part), { fromCelsius: 22, ambientCelsius: 22 }),
  ).toBeCloseTo(22 + rise * (1 - Math.exp(-1)), 9);
  const hot = celsiusAfter(part, 100, 60, { fromCelsius: 22, ambientCelsius: 22 });
  expect(
    celsiusAfter(part, 0, coolSecondsFrom(part, hot, 22), { fromCelsius: hot, ambientCelsius: 22 }),
  ).toBeCloseTo(50, 9);
  expect(coolSecondsFrom(part, 40, 22)).toBe(0);
});

test("common practice: a wire-wound tube takes ten times its rating for five seconds, and no longer", () => {
  const part = powerResistor({ ratedWatts: 50 });
  expect(allowedSeconds(part, 500)).toBeCloseTo(5, 9);
  expect(allowedSeconds(part, 50)).toBe(Infinity);
  expect(allowedSeconds(part, 505)).toBe(0);
  expect(allowedSeconds(part, 100)).toBeGreaterThan(30);
  expect(allowedSeconds({ ...part, overloadRatio: 1 }, 51)).toBe(0);
});

test("the simulated bench warms a network by the same degrees and drifts by the same ohms", () => {
  const shelf = [
    powerResistor({ ohms: 8.2, perCelsius: 2e-4 }),
    powerResistor({
      ohms: 4.1,
      ratedWatts: 50,
      construction: "metal-cased",
      cooling: "heat sink",
      perCelsius: 5e-5,
    }),
    powerResistor({ ohms: 4.0, ratedWatts: 100, perCelsius: 1e-4 }),
  ];
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
  const demand = { targetOhms: 4, watts: 90, seconds: 120, channelCount: 1, ambientCelsius: 22 };
  const report = assessNetwork(network, shelf, demand);
  const warm = new WarmLoad(simulatedNetwork(network, shelf), 22);
  // In steps, since the simulated shares follow the ohms as they drift.
  for (let second = 0; second < 120; second++) warm.warm(90, 1);
  // Drift moves the shares by well under a percent of the rise.
  report.parts.forEach(({ endCelsius }, k) =>
    expect(Math.abs(endCelsius - warm.resistors[k].celsius)).toBeLessThan(0.01 * (endCelsius - 22)),
  );
  const state = warm.state();
  expect(state.kind === "resistive" && state.ohms / report.resistance.ohms - 1).toBeCloseTo(
    report.driftRatio,
    4,
  );
});
