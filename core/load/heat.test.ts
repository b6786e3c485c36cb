import fc from "fast-check";
import {
  allowedSeconds,
  bodySeconds,
  celsiusAfter,
  coolSecondsFrom,
  mostCelsius,
  mountedWatts,
  surfaceKelvinPerWatt,
  TOUCH_CELSIUS,
} from ".";
import { powerResistor } from "./testing/powerResistor";

const parts = fc
  .record({
    ratedWatts: fc.double({ min: 1, max: 500, noNaN: true }),
    overloadRatio: fc.double({ min: 1.1, max: 20, noNaN: true }),
    overloadSeconds: fc.double({ min: 0.5, max: 60, noNaN: true }),
  })
  .map(powerResistor);

test("common practice: a cased resistor without its sink stands about a third of its label, a film one next to nothing, a tube all of it", () => {
  const watts = (
    construction: "wire-wound" | "metal-cased" | "film",
    cooling: "free air" | "heat sink" | "fan",
  ) => mountedWatts(powerResistor({ construction, cooling, ratedWatts: 100 }));
  expect(watts("wire-wound", "free air")).toBe(100);
  expect(watts("metal-cased", "heat sink")).toBe(100);
  expect(watts("metal-cased", "free air")).toBeGreaterThanOrEqual(30);
  expect(watts("metal-cased", "free air")).toBeLessThanOrEqual(40);
  expect(watts("film", "free air")).toBeLessThan(10);
  for (const construction of ["wire-wound", "metal-cased", "film"] as const)
    expect(watts(construction, "fan")).toBeGreaterThan(watts(construction, "heat sink"));
});

test("invariance: the maker's own overload comes out whole, more watts never stand longer, and more than the overload not at all", () => {
  fc.assert(
    fc.property(parts, fc.double({ min: 0, max: 1, noNaN: true }), (part, share) => {
      const { overloadRatio, overloadSeconds } = part;
      const rated = mountedWatts(part);
      expect(allowedSeconds(part, rated * overloadRatio)).toBeCloseTo(overloadSeconds, 6);
      expect(allowedSeconds(part, rated * overloadRatio * 1.01)).toBe(0);
      const watts = rated * (1 + share * (overloadRatio - 1));
      expect(allowedSeconds(part, watts)).toBeGreaterThanOrEqual(overloadSeconds * (1 - 1e-9));
    }),
  );
});

test("closed form: at its rating a surface settles at the most that it may have; after ten time constants it is there", () => {
  fc.assert(
    fc.property(parts, fc.double({ min: 0, max: 40, noNaN: true }), (part, ambientCelsius) => {
      const settled = celsiusAfter(part, mountedWatts(part), 10 * bodySeconds(part), {
        fromCelsius: ambientCelsius,
        ambientCelsius,
      });
      const most = mostCelsius(part, ambientCelsius);
      expect((most - settled) / (most - ambientCelsius)).toBeCloseTo(Math.exp(-10), 9);
      expect(surfaceKelvinPerWatt(part) * mountedWatts(part)).toBeCloseTo(most - ambientCelsius, 9);
    }),
  );
});

test("round trip: cooling for the time that is reported ends where it may be touched", () => {
  fc.assert(
    fc.property(
      parts,
      fc.double({ min: TOUCH_CELSIUS + 0.1, max: 350, noNaN: true }),
      (part, celsius) => {
        expect(
          celsiusAfter(part, 0, coolSecondsFrom(part, celsius, 22), {
            fromCelsius: celsius,
            ambientCelsius: 22,
          }),
        ).toBeCloseTo(TOUCH_CELSIUS, 6);
      },
    ),
  );
});

test("what was timed goes before typical values", () =>
  expect(bodySeconds(powerResistor({ timeConstantSeconds: 90 }))).toBe(90));

test("refusal", () => {
  expect(() => allowedSeconds(powerResistor(), -1)).toThrow("watts is -1");
  expect(() => coolSecondsFrom(powerResistor(), 100, 60)).toThrow("ambientCelsius is 60");
  expect(() => mountedWatts(powerResistor({ ratedWatts: 0 }))).toThrow("ratedWatts is 0");
});
