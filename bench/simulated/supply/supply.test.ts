import { EXAMPLE_RIGS, soak } from "..";
import { rectifierAmperes } from "./rectifierAmperes";
import { BRICK_FIELDS, BrickModel, type BrickSupply } from "./brick";
import { LINEAR_FIELDS, LinearSupplyModel } from "./linear";
import { MAINS_FIELDS, MainsModel, type Mains } from "./mains";
import type { RailSupply } from "./Rails";
import { SWITCHED_FIELDS, SwitchedModel } from "./switched";
import { partOf } from "../../fields";

const STEP_SECONDS = 1 / 192_000;
const MAINS = partOf(MAINS_FIELDS);

/** Draws steady amperes from both rails for so long. @returns mean of the positive rail over the last tenth, and what the mains gave */
const hold = (supply: RailSupply, amperes: number, seconds: number, mains: Mains = MAINS) => {
  const model = new MainsModel(mains, STEP_SECONDS);
  let sum = 0,
    count = 0,
    joules = 0;
  for (let n = 0; n < seconds / STEP_SECONDS; n += 8) {
    supply.rails.positiveDraw += 8 * amperes;
    supply.rails.negativeDraw += 8 * amperes;
    model.advance(8);
    supply.advance(model.volts, 8);
    joules += model.volts * supply.mainsAmperes * 8 * STEP_SECONDS;
    if (n * STEP_SECONDS > 0.9 * seconds) {
      sum += supply.rails.positiveVolts;
      count++;
    }
  }
  return { volts: sum / count, mainsWatts: joules / seconds };
};

const linear = (given: object = {}) =>
  new LinearSupplyModel({ kind: "linear", ...partOf(LINEAR_FIELDS, given) }, MAINS, STEP_SECONDS);
const brick = (given: Partial<BrickSupply> = {}) =>
  new BrickModel(
    { kind: "brick", ...partOf(BRICK_FIELDS, { overloadRatio: 1, ...given }) },
    MAINS,
    STEP_SECONDS,
  );

test("linear: without load it stays at the winding's peak; it follows the mains; it sags more the more it gives", () => {
  // The junction drops less than its volts at 1 A when hardly any current flows.
  const rest = hold(linear({ diodeVolts: 0.84 }), 0, 1).volts;
  expect(rest).toBeGreaterThan(28 * Math.SQRT2 - 0.85);
  expect(rest).toBeLessThan(28 * Math.SQRT2 - 0.4);
  expect(
    hold(linear(), 0.5, 1, { ...MAINS, voltsRms: 207 }).volts / hold(linear(), 0.5, 1).volts,
  ).toBeCloseTo(0.9, 1);
  const [one, two, three] = [1, 2, 3].map((amperes) => hold(linear(), amperes, 1).volts);
  expect(one - two).toBeGreaterThan(0.5);
  expect(two - three).toBeGreaterThan(0.5);
});

test("linear: dried-out reservoirs ripple more (handbook: at most I / 2 f C, in practice some 70 to 90 % of it)", () => {
  const ripple = (dryingRatio: number) => {
    const supply = linear({ dryingRatio, reservoirOhms: 0 });
    hold(supply, 2, 0.5);
    const mains = new MainsModel(MAINS, STEP_SECONDS);
    let high = 0,
      low = Infinity;
    for (let n = 0; n < 0.1 / STEP_SECONDS; n += 8) {
      supply.rails.positiveDraw += 16;
      mains.advance(8);
      supply.advance(mains.volts, 8);
      high = Math.max(high, supply.rails.positiveVolts);
      low = Math.min(low, supply.rails.positiveVolts);
    }
    return high - low;
  };
  const rule = 2 / (2 * 50 * 0.01);
  expect(ripple(0) / rule).toBeGreaterThan(0.6);
  expect(ripple(0) / rule).toBeLessThan(0.95);
  expect(ripple(0.75)).toBeGreaterThan(2.5 * ripple(0));
});

test("linear: the mains gives what the rails take and what windings and diodes keep", () => {
  const supply = linear();
  hold(supply, 2, 0.5);
  const { volts, mainsWatts } = hold(supply, 2, 0.4);
  expect(mainsWatts).toBeGreaterThan(2 * 2 * volts);
  expect(mainsWatts).toBeLessThan(2 * 2 * volts * 1.25);
});

test("brick, constant current: it holds its volts up to the limit and none beyond; a short overload first", () => {
  expect(hold(brick(), 1.4, 0.2).volts).toBeCloseTo(24 - 2.8 * 0.06, 2);
  const overloaded = brick({ overloadRatio: 2, overloadSeconds: 0.05 });
  expect(hold(overloaded, 2.5, 0.04).volts).toBeGreaterThan(23);
  expect(hold(overloaded, 2.5, 0.3).volts).toBeLessThan(3);
});

test("brick, fold-back: once it has given way it gives less than its limit", () => {
  const supply = brick({ overload: "fold-back" });
  hold(supply, 2.5, 0.2);
  // 2 A in all is below its 3 A limit, but it can no longer start into that.
  expect(hold(supply, 1, 0.2).volts).toBeLessThan(12);
  const constant = brick();
  hold(constant, 2.5, 0.2);
  expect(hold(constant, 1, 0.2).volts).toBeGreaterThan(23);
});

test("brick, hiccup: it gives up, rests, and tries again", () => {
  const supply = brick({ overload: "hiccup" });
  hold(supply, 4, 0.1);
  expect(hold(supply, 0.1, 0.3).volts).toBeLessThan(1);
  expect(hold(supply, 0.1, 0.6).volts).toBeGreaterThan(23);
});

test("brick: a tiny output capacitor is no trouble for an implicit step", () => {
  const supply = brick({ outputFarads: 1e-6, outputOhms: 0.005 });
  const { volts } = hold(supply, 1, 0.01);
  expect(volts).toBeCloseTo(24 - 2 * 0.005, 3);
});

test("switched: peak power for a short time, then its continuous power", () => {
  const supply = new SwitchedModel(
    {
      kind: "switched",
      ...partOf(SWITCHED_FIELDS, {
        railVolts: 40,
        continuousWatts: 200,
        peakWatts: 400,
        peakSeconds: 0.1,
      }),
    },
    MAINS,
    STEP_SECONDS,
  );
  expect(hold(supply, 4.5, 0.08).volts).toBeGreaterThan(38);
  hold(supply, 4.5, 0.5);
  const { volts } = hold(supply, 4.5, 0.2);
  expect(2 * 4.5 * volts).toBeLessThan(230);
});

test("mains: the breaker holds its rating, trips in minutes at twice and at once at eight times it; a dead socket gives no volts", () => {
  const trip = (amperes: number, seconds: number) => {
    const model = new MainsModel(partOf(MAINS_FIELDS, { breakerAmperes: 10 }), STEP_SECONDS);
    for (let at = 0; at < seconds && !model.isTripped; at += 0.05) {
      for (let k = 0; k < 8; k++) model.take(amperes);
      model.warm(model.settle().amperesRms, 0.05);
    }
    return model.isTripped;
  };
  expect(trip(10, 3600)).toBe(false);
  expect(trip(20, 1)).toBe(false);
  expect(trip(20, 300)).toBe(true);
  expect(trip(80, 0.06)).toBe(true);
});

test("a brick runs down when the mains goes", () => {
  const supply = brick();
  expect(hold(supply, 1, 0.3, { ...MAINS, voltsRms: 50 }).volts).toBeLessThan(5);
});

describe.each([0.5, 0.65, 1])("power factor %d", (powerFactor) => {
  test.each([230, 200, 115])("watts stay what they are at %d V; amperes follow", (voltsRms) => {
    for (const sourceOhms of [0, 0.4]) {
      let energy = 0,
        squares = 0;
      const COUNT = 2000;
      for (let n = 0; n < COUNT; n++) {
        const volts = Math.SQRT2 * voltsRms * Math.sin((2 * Math.PI * n) / COUNT);
        const amperes = rectifierAmperes(60, volts, { voltsRms, sourceOhms }, powerFactor);
        energy += (amperes * (volts - amperes * sourceOhms)) / COUNT;
        squares += amperes ** 2 / COUNT;
      }
      expect(energy).toBeCloseTo(60, 2);
      expect(Math.sqrt(squares) / (60 / voltsRms / powerFactor)).toBeCloseTo(1, 1);
    }
  });
});

test("a mains meter on a brick reads what the amplifier takes over the brick's efficiency, whatever the power factor", () => {
  const rig = EXAMPLE_RIGS["mini-bridge-brick"];
  if (rig.supply.kind !== "brick") throw new Error("the example has changed");
  for (const [powerFactor, voltsRms] of [
    [0.5, 230],
    [0.9, 230],
    [0.5, 200],
  ]) {
    const { points } = soak(
      {
        ...rig,
        supply: { ...rig.supply, powerFactor },
        mains: { ...rig.mains, voltsRms },
      },
      { frequencyHz: 1000, voltsPeak: 0.2, seconds: 30, drives: [true, true] },
      1,
    );
    const { loadWatts, dissipatedWatts, mainsWatts } = points[points.length - 1];
    const taken = loadWatts[0] + loadWatts[1] + dissipatedWatts;
    expect(mainsWatts / (taken / rig.supply.efficiencyRatio)).toBeCloseTo(1, 1);
  }
});
