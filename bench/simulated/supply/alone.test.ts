import { judgeLabel } from "@/core/supply";
import { partOf } from "../../fields";
import { loadAlone, trySupply } from "./alone";
import { BRICK_FIELDS } from "./brick";

const LABEL = { volts: 24, amperes: 3 };
const brick = (given: object) =>
  partOf(BRICK_FIELDS, { volts: 24, limitAmperes: 3, outputOhms: 0.04, ...given });

test("into a resistor Ohm's law holds: 24 V behind 0.04 ohm into 8 ohm are 23.88 V", () => {
  const [, atLabel] = loadAlone(brick({}));
  expect(atLabel).toMatchObject({ then: "held", seconds: 600 });
  expect(atLabel.volts).toBeCloseTo((24 * 8) / 8.04, 2);
  expect(atLabel.amperes).toBeCloseTo(atLabel.volts / 8, 9);
});

test.each([
  ["constant-current", "held"],
  ["fold-back", "folded back"],
  ["hiccup", "started anew"],
] as const)("beyond its limit a brick with %s is seen to have %s", (overload, then) => {
  const tests = loadAlone(brick({ overload, overloadRatio: 1 }));
  expect(tests.at(-1)?.then).toBe(then);
  // It gave way somewhere, and volts tell it where it went on giving.
  expect(tests.at(-1)?.volts).toBeLessThan(0.95 * 24);
  expect(judgeLabel(LABEL, tests).outcome).toBe("met");
});

test("a brick with a short overload holds for about so long and no longer", () => {
  const tests = loadAlone(brick({ overload: "hiccup", overloadRatio: 1.5, overloadSeconds: 0.2 }));
  const [, , atTenth, beyond] = tests;
  // A tenth more empties the reserve too, but its volts then sag by no more than the tenth, at which it does not give up.
  expect(atTenth).toMatchObject({ then: "held", amperes: expect.closeTo(3, 1) as number });
  // A quarter more takes half of the reserve's extra: twice its 0.2 s, and a little for the store behind it.
  expect(beyond.then).toBe("started anew");
  expect(beyond.seconds).toBeGreaterThan(0.38);
  expect(beyond.seconds).toBeLessThan(0.46);
});

test("of a label alone it is tried as bricks usually are; a label of nothing is refused", () => {
  expect(judgeLabel(LABEL, trySupply(LABEL)).outcome).toBe("met");
  expect(() => trySupply({ volts: 0, amperes: 3 })).toThrow("volts");
});
