import { Overload } from "./Overload";
import { resistor, speaker } from "./types";
import { WarmLoad } from "./WarmLoad";

const taken = (times: number, seconds: number, steps = 1) => {
  const overload = new Overload(10);
  for (let k = 0; k < steps; k++) overload.take(10 * times, seconds / steps);
  return overload;
};

test("common practice for wire-wound parts: ten times the rating for five seconds leaves it as it was", () => {
  const stood = taken(10, 5, 50);
  expect(stood.isBurnt).toBe(false);
  expect(stood.driftRatio).toBe(0);
});

test("its rating may last for any time; three times drifts permanently, ten times for half a minute burns", () => {
  expect(taken(1, 36_000).driftRatio).toBe(0);
  const drifted = taken(3, 300, 3000);
  expect(drifted.isBurnt).toBe(false);
  expect(drifted.driftRatio).toBeGreaterThan(0.02);
  drifted.take(0, 3600);
  expect(drifted.driftRatio).toBeGreaterThan(0.02);
  expect(taken(10, 30, 300).isBurnt).toBe(true);
});

test("it predicts when it burns, and that is when it does", () => {
  const overload = new Overload(10);
  overload.take(20, 7);
  const seconds = overload.secondsToBurn(80);
  overload.take(80, 0.99 * seconds);
  expect(overload.isBurnt).toBe(false);
  overload.take(80, 0.02 * seconds);
  expect(overload.isBurnt).toBe(true);
  expect(new Overload(10).secondsToBurn(40)).toBe(Infinity);
});

/** Parts whose surface hardly warms, so that only the rating counts. */
const part = (ratedWatts: number) =>
  resistor(8, { ratedWatts, celsiusPerWatt: 0.01, joulesPerCelsius: 1e4, perCelsius: 0 });

test("the rating of a resistor tells what becomes of it: the same 60 W, for a minute", () => {
  const after = (ratedWatts: number) => {
    const load = new WarmLoad(part(ratedWatts), 22);
    for (let at = 0; at < 60; at++) load.warm(60, 1);
    return load;
  };
  expect(after(100).state()).toMatchObject({ ohms: 8 });
  const drifted = after(20).state();
  expect(drifted.kind === "resistive" && drifted.ohms / 8 - 1).toBeGreaterThan(0.001);
  expect(after(5).openCount).toBe(1);
});

test("of two in parallel the one with the smaller rating opens, and the other takes all", () => {
  const load = new WarmLoad({ kind: "parallel", parts: [part(200), part(3)] }, 22);
  for (let at = 0; at < 60; at++) load.warm(60, 1);
  expect(load.resistors.map(({ isOpen }) => isOpen)).toEqual([false, true]);
  load.warm(60, 1);
  expect(load.resistors[0].watts).toBeCloseTo(60, 1);
});

test("a voice coil burns too: then the load is open", () => {
  const load = new WarmLoad(speaker({ ratedWatts: 5 }), 22);
  expect(load.state().kind).toBe("speaker");
  for (let at = 0; at < 60; at++) load.warm(60, 1);
  const state = load.state();
  expect(state.kind === "resistive" && state.ohms).toBeGreaterThan(1e5);
});
