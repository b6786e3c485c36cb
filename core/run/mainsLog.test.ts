import { seededNormal } from "../signal";
import { readMainsDrawLog } from "./reading";

const random = seededNormal(7);
/** So many readings of about so many watts, with a meter's flicker of 0.5 %. */
const held = (watts: number, count: number) =>
  Array.from({ length: count }, () => watts * (1 + 0.005 * random()));
const SETTINGS = { mainsVolts: 230, breakerAmperes: 16 };
const log = (watts: readonly number[], powerFactor: number | null = null) => ({
  watts: Float64Array.from(watts),
  amperes: powerFactor ? Float64Array.from(watts, (each) => each / (230 * powerFactor)) : null,
  volts: null,
});
const figuresOf = (...asked: Parameters<typeof readMainsDrawLog>) => {
  const outcome = readMainsDrawLog(...asked);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return Object.fromEntries(outcome.value[0].figures.map(({ name, value }) => [name, value]));
};

test("three levels with ramps between them are idle, an eighth and rated, in whatever order", () => {
  const read = figuresOf(
    log(
      [...held(95, 20), 130, 190, ...held(240, 30), 160, ...held(31, 60), 40, ...held(95, 5)],
      0.6,
    ),
    SETTINGS,
    2,
  );
  expect(read["mains-idle"]).toBeCloseTo(31, 0);
  expect(read["mains-eighth"]).toBeCloseTo(95, 0);
  expect((read["mains-rated"] ?? 0) / 240).toBeCloseTo(1, 2);
  expect(read["power-factor-rated"]).toBeCloseTo(0.6, 6);
  // 240 W of 138 V of real power a volt and ampere: 1.74 A of 16 A.
  expect(read["margin-rated"]).toBeCloseTo(16 - 240 / 138, 1);
});

test("what came out is not in the log: there is no heat and no efficiency, and a caution says why", () => {
  const outcome = readMainsDrawLog(log([...held(30, 9), ...held(200, 9)]), SETTINGS, 1);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ figures, cautions }] = outcome.value;
  expect(figures.map(({ name }) => name)).toEqual(["mains-rated", "mains-idle"]);
  expect(cautions?.[0].touches).toEqual(["mains-idle", "mains-rated"]);
});

test("gaps in the log are left out; one level alone is rest", () =>
  expect(
    figuresOf(log([...held(30, 4), Number.NaN, ...held(30, 9)]), SETTINGS, 1)["mains-idle"],
  ).toBeCloseTo(30, 0));

// Each reading against all before it would take minutes, and this test would not end in time.
test("a day of seconds is read in one pass", () => {
  const day = log([...held(30, 40_000), ...held(200, 46_400)]);
  expect(figuresOf(day, SETTINGS, 1)["mains-rated"]).toBeCloseTo(200, 0);
});

test.each([
  ["nothing steady", [1, 20, 40, 60, 80, 100], /no level is steady/],
  [
    "more than three levels",
    [30, 60, 120, 240].flatMap((watts) => held(watts, 8)),
    /4 steady levels .*Trim it/,
  ],
])("%s is refused, with what to do", (_, watts, words) => {
  const outcome = readMainsDrawLog(log(watts), SETTINGS, 1);
  expect(outcome.ok ? "" : outcome.finding.advice).toMatch(words);
});
