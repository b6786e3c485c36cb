import { stepReading } from "../testing/stepReading";
import { levelFigures, USUAL_LIMIT } from "./levelFigures";

/** Ten clean levels, then one past each school's limit. */
const LEVELS = [
  ...[1, 2, 5, 10, 20, 30, 40, 45].map((watts) => stepReading(watts, 0.0002)),
  stepReading(50, 0.0008),
  stepReading(52, 0.012),
  stepReading(60, 0.15),
];
const named = (name: string, levels = LEVELS, limit = USUAL_LIMIT) =>
  levelFigures(levels, limit).find((each) => each.name === name);

test("the limit that is asked for comes first, then the other usual ones, each once", () => {
  const names = levelFigures(LEVELS, USUAL_LIMIT).map(({ name }) => name);
  expect(names.slice(0, 3)).toEqual(["one-percent", "tenth-percent", "ten-percent"]);
  const own = levelFigures(LEVELS, { ...USUAL_LIMIT, distortionLimitRatio: 0.005 });
  expect(own.slice(0, 4).map(({ name }) => name)).toEqual([
    "at-limit",
    "one-percent",
    "tenth-percent",
    "ten-percent",
  ]);
  expect(own[0].label).toBe("output at 0.5 % THD+N");
});

// The limit lies between two levels, and so does the power at it.
test("power at a limit lies between the level before and the one past it", () => {
  const watts = named("one-percent")?.value ?? 0;
  expect(watts).toBeGreaterThan(50);
  expect(watts).toBeLessThan(52);
  expect(named("tenth-percent")?.value).toBeLessThan(watts);
  expect(named("ten-percent")?.value).toBeGreaterThan(watts);
});

test("a limit that is never reached gives at least the highest level, one passed at every level no power at all", () => {
  expect(named("one-percent", LEVELS.slice(0, 8))).toMatchObject({ value: 45, bound: "at-least" });
  const dirty = LEVELS.map(({ powerWatts }) => stepReading(powerWatts, 0.3));
  expect(named("ten-percent", dirty)).toMatchObject({ value: 0, bound: null });
});

test("the lowest distortion and the highest output are those of the levels; what no amplifier reaches is a bound", () => {
  expect(named("lowest")).toMatchObject({ value: 0.0002, bound: null });
  expect(named("highest")?.value).toBe(60);
  expect(named("lowest", [stepReading(1, 1e-9), stepReading(2, 1e-3)])).toMatchObject({
    value: 1e-6,
    bound: "at-most",
  });
});
