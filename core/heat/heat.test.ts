import { seededNormal } from "../signal";
import ladder from "./proof/ladder.json";
import {
  celsiusAt,
  changeOfResistance,
  dissipatedWatts,
  evenness,
  fitCourse,
  heatGrades,
  kelvinPerWatt,
  longestTouch,
  measuredOf,
  passing,
  secondsUntilCertain,
  settledCelsius,
  slowestSeconds,
  stillToGo,
  surfaceCelsius,
  wattsForRise,
  type Interval,
  type CourseFit,
} from ".";

const ROOM = 22;

/** One store: settles at `settled`, with its time constant. */
const oneStore = (settled: number, tau: number) => (seconds: number) =>
  settled + (ROOM - settled) * Math.exp(-seconds / tau);

/** So many readings over a span, with noise of a thermometer. */
const read = (
  course: (seconds: number) => number,
  [span, count]: readonly [number, number],
  noise: () => number = () => 0,
) =>
  Array.from({ length: count }, (_, k) => {
    const seconds = (span * k) / (count - 1);
    return { seconds, celsius: course(seconds) + noise() };
  });

type Point = { seconds: number; celsius: number };
const courseOf = (points: readonly Point[]) => ({
  seconds: Float64Array.from(points, ({ seconds }) => seconds),
  celsius: Float64Array.from(points, ({ celsius }) => celsius),
});

const fitted = (points: readonly Point[]): CourseFit => {
  const fit = fitCourse(courseOf(points));
  if (!fit.ok) throw new Error(fit.finding.advice);
  return fit.value;
};
const holds = ({ low, high }: Interval, truth: number): boolean => low <= truth && truth <= high;

test("closed form, Newton's law: one store comes back, with its time constant", () => {
  const fit = fitted(read(oneStore(60, 900), [5400, 90]));
  expect(fit.storeCount).toBe(1);
  expect(settledCelsius(fit).value).toBeCloseTo(60, 1);
  expect(slowestSeconds(fit).value / 900).toBeCloseTo(1, 2);
  expect(stillToGo(fit).value).toBeCloseTo(38 * Math.exp(-6), 1);
});

test("closed form: cooling is the same course downwards; when a hand may touch it is reported", () => {
  const cooling = (seconds: number) => 20 + 50 * Math.exp(-seconds / 600);
  const fit = fitted(read(cooling, [900, 60]));
  expect(settledCelsius(fit).value).toBeCloseTo(20, 0);
  const { seconds, probability } = passing(fit, 48, "down");
  expect(probability).toBeGreaterThan(0.99);
  expect((seconds?.value ?? 0) / (600 * Math.log(50 / 28))).toBeCloseTo(1, 2);
});

test.each([
  ["watched for four time constants", 3600, 60],
  ["for one and a third", 1200, 60],
  ["for two thirds", 600, 40],
])(
  "95 of 100 noisy trials hold the truth, %s: settled, time constant, and what is predicted for an hour",
  (_, span, count) => {
    const random = seededNormal(span);
    const course = oneStore(60, 900);
    const trials = 160;
    const held = { settled: 0, tau: 0, hour: 0 };
    for (let k = 0; k < trials; k++) {
      const fit = fitted(read(course, [span, count], () => 0.2 * random()));
      held.settled += Number(holds(settledCelsius(fit), 60));
      held.tau += Number(holds(slowestSeconds(fit), 900));
      held.hour += Number(holds(celsiusAt(fit, 3600), course(3600)));
    }
    // Binomial: 0.95 of 160 is 152 ± 2.8; three and a half of these on either side.
    for (const count of Object.values(held)) {
      expect(count).toBeGreaterThanOrEqual(142);
      expect(count).toBeLessThanOrEqual(160);
    }
    expect(held.settled + held.tau + held.hour).toBeLessThan(3 * trials);
  },
);

test("ngspice, two stores (core/heat/proof/ladder.cir): settled rise and both time constants of the bracket", () => {
  // 25 W through 0.5 and 1.1 K/W; the time constants are those of the 2 x 2 system, by its trace and determinant.
  const [cb, cs, rbs, rsa] = [150, 700, 0.5, 1.1];
  const trace = 1 / (cb * rbs) + 1 / (cs * rbs) + 1 / (cs * rsa);
  const determinant = 1 / (cb * rbs * cs * rsa);
  const root = Math.sqrt(trace ** 2 - 4 * determinant);
  const [slow, fast] = [2 / (trace - root), 2 / (trace + root)];
  const random = seededNormal(7);
  const noisy = (kelvin: readonly number[]) =>
    ladder.seconds.map((seconds, k) => ({
      seconds,
      celsius: ROOM + kelvin[k] + 0.05 * random(),
    }));
  const bracket = fitted(noisy(ladder.bracketKelvin));
  expect(bracket.storeCount).toBe(2);
  expect(holds(settledCelsius(bracket), ROOM + 40)).toBe(true);
  expect(slowestSeconds(bracket).value / slow).toBeCloseTo(1, 1);
  const likeliest = bracket.ways.reduce((most, way) => (way.weight > most.weight ? way : most));
  expect(Math.abs(likeliest.timeConstantsSeconds[0] / fast - 1)).toBeLessThan(0.25);
  expect(holds(settledCelsius(fitted(noisy(ladder.sinkKelvin))), ROOM + 27.5)).toBe(true);
});

test("the band narrows while the soak runs, and holds where it ends", () => {
  const random = seededNormal(3);
  const points = read(oneStore(60, 900), [5400, 180], () => 0.1 * random());
  const widths = [600, 1200, 2400, 4800].map((until) => {
    const fit = fitted(points.filter(({ seconds }) => seconds <= until));
    const { low, high } = settledCelsius(fit);
    expect(low).toBeLessThan(60.1);
    expect(high).toBeGreaterThan(59.9);
    return high - low;
  });
  expect(widths).toEqual(widths.toSorted((a, b) => b - a));
});

test("how much longer: tried with five thermometers' noise, the band is then about as narrow as was asked", () => {
  const halves = [11, 12, 13, 14, 15].map((seed) => {
    const random = seededNormal(seed);
    const points = read(oneStore(60, 900), [9000, 900], () => 0.2 * random());
    const upTo = (until: number) => fitted(points.filter(({ seconds }) => seconds <= until));
    const more = secondsUntilCertain(upTo(900), 0.5);
    expect(more).toBeGreaterThan(60);
    const { low, high } = settledCelsius(upTo(900 + more));
    return (high - low) / 2;
  });
  expect(halves.toSorted((a, b) => a - b)[2]).toBeGreaterThan(0.4);
  expect(halves.toSorted((a, b) => a - b)[2]).toBeLessThan(0.65);
  const whole = fitted(read(oneStore(60, 900), [9000, 300]));
  expect(secondsUntilCertain(whole, 0.5)).toBe(0);
  expect(() => secondsUntilCertain(whole, 0)).toThrow("withinKelvin");
});

test("a limit is passed where the closed form says; one above the settled temperature never is", () => {
  const fit = fitted(read(oneStore(60, 900), [3600, 120]));
  const { seconds, probability } = passing(fit, 50, "up");
  expect(probability).toBeGreaterThan(0.999);
  expect((seconds?.value ?? 0) / (900 * Math.log(38 / 10))).toBeCloseTo(1, 2);
  expect(passing(fit, 62, "up").seconds).toBeNull();
  expect(passing(fit, 62, "up").probability).toBeLessThan(0.01);
});

test("readings alike count for less: a coarse last digit widens the band", () => {
  const random = seededNormal(5);
  const points = read(oneStore(60, 900), [1200, 240], () => 0.1 * random());
  const coarse = points.map((point) => ({ ...point, celsius: Math.round(point.celsius) }));
  const width = (band: Interval) => band.high - band.low;
  expect(width(settledCelsius(fitted(coarse)))).toBeGreaterThan(
    2 * width(settledCelsius(fitted(points))),
  );
  expect(holds(settledCelsius(fitted(coarse)), 60)).toBe(true);
});

test("too few readings, or all at once, are no course", () => {
  const few = fitCourse(courseOf(read(oneStore(60, 900), [600, 7])));
  expect(few).toMatchObject({ ok: false, finding: { code: "too-short" } });
  const atOnce = Array.from({ length: 9 }, () => ({ seconds: 5, celsius: 30 }));
  expect(fitCourse(courseOf(atOnce))).toMatchObject({ ok: false, finding: { code: "too-short" } });
});

test("nothing that changes settles where it is", () => {
  const fit = fitted(read(() => 24, [600, 30]));
  expect(settledCelsius(fit).value).toBeCloseTo(24, 1);
});

test("JCGM 100, 5.1.6: K/W from a rise of 38 K ± 0.5 and 63.5 W ± 1.1", () => {
  const heat = dissipatedWatts({ value: 80, stdUncertainty: 1 }, [
    { value: 8.3, stdUncertainty: 0.3 },
    { value: 8.2, stdUncertainty: 0.3 },
  ]);
  expect(heat.value).toBeCloseTo(63.5, 12);
  expect(heat.stdUncertainty).toBeCloseTo(1.086, 3);
  const resistance = kelvinPerWatt({ value: 38, stdUncertainty: 0.5 }, heat);
  expect(resistance.value).toBeCloseTo(0.5984, 4);
  // Relative: 1.316 % and 1.710 % together 2.158 %.
  expect(resistance.stdUncertainty / resistance.value).toBeCloseTo(0.02158, 4);
  expect(wattsForRise(resistance, 38).value).toBeCloseTo(63.5, 9);
  expect(() =>
    kelvinPerWatt({ value: 1, stdUncertainty: 0 }, { value: 0, stdUncertainty: 0 }),
  ).toThrow("watts");
});

test.each([
  [0.5, 0.01, true],
  [0.59, 0.01, false],
  [0.5, 0.06, false],
])("from 0.6 to %d K/W, each ± %d: is it real? %s", (after, stdUncertainty, isReal) => {
  const change = changeOfResistance(
    { value: 0.6, stdUncertainty },
    { value: after, stdUncertainty },
    38,
  );
  expect(change.isReal).toBe(isReal);
  expect(change.difference.value).toBeCloseTo(after - 0.6, 12);
  expect(change.wattsAfter.value - change.wattsBefore.value).toBeCloseTo(38 / after - 38 / 0.6, 9);
});

const band = (low: number, high: number): Interval => ({ low, value: (low + high) / 2, high });

test.each([
  [band(40, 44), null, ["cool"]],
  [band(43, 47), null, ["cool", "acceptable"]],
  [band(50, 60), null, ["acceptable", "hot"]],
  [band(62, 63), null, ["hot"]],
  [band(80, 90), band(400, 500), ["needs better cooling"]],
  [band(80, 90), band(500, 700), ["hot", "needs better cooling"]],
  [band(80, 90), band(900, 1000), ["hot"]],
])("settled at %j, too hot at %j: %j", (settled, tooHot, grades) =>
  expect(heatGrades(settled, tooHot)).toEqual(grades),
);

// ISO 13732-1, lower limits for smooth bare metal: 43 °C for 8 h, 48 °C for 10 min, 51 °C for 1 min; from memory.
test.each([
  [43, "for hours"],
  [48, "for ten minutes"],
  [50.9, "for a minute"],
  [55, "for ten seconds"],
  [64, "for a second"],
  [70, "not at all"],
])("bare metal of %d °C may be touched %s", (celsius, words) =>
  expect(longestTouch(celsius).words).toBe(words),
);
test("plastic of 58 °C may be touched longer than metal", () =>
  expect(longestTouch(58, "plastic").seconds).toBeGreaterThan(longestTouch(58).seconds));

test("Stefan and Boltzmann: bare aluminium of 60 °C in a room of 22 °C, read as if it were painted", () => {
  const fourth = (celsius: number) => (celsius + 273.15) ** 4;
  const shown = ((0.1 / 0.95) * (fourth(60) - fourth(22)) + fourth(22)) ** 0.25 - 273.15;
  expect(shown).toBeLessThan(28);
  const radiation = {
    assumedEmissivity: 0.95,
    emissivity: 0.1,
    emissivityStdUncertainty: 0.02,
    surroundingsCelsius: 22,
  };
  const found = surfaceCelsius(shown, radiation);
  expect(found?.celsius).toBeCloseTo(60, 6);
  // What a fifth of the emissivity does, by trying it.
  const tried = surfaceCelsius(shown, { ...radiation, emissivity: 0.1 - 1e-6 });
  const slope = ((tried?.celsius ?? 0) - 60) / 1e-6;
  expect(found?.stdUncertainty).toBeCloseTo(slope * 0.02, 2);
  expect(surfaceCelsius(-200, radiation)).toBeNull();
  expect(() => surfaceCelsius(40, { ...radiation, emissivity: 0 })).toThrow("emissivity");
});

test.each([
  [40, 39, 0.3, "even"],
  [40, 30, 0.3, "lopsided"],
  [40, 36, 1, "not sure"],
])("rises of %d and %d K, each ± %d: %s", (one, two, stdUncertainty, word) => {
  const found = evenness([
    { value: one, stdUncertainty },
    { value: two, stdUncertainty },
  ]);
  expect(found).toMatchObject({ word, hottest: 0, coolest: 1 });
  expect(() => evenness([{ value: 1, stdUncertainty: 0 }])).toThrow(RangeError);
});

test("the uncertainty behind a band: half of it over 1.96", () =>
  expect(measuredOf(band(58.04, 61.96))).toEqual({
    value: 60,
    stdUncertainty: expect.closeTo(1, 9),
  }));

test.each([
  ["rests", () => 22, 16],
  ["cools a little", (seconds: number) => 22 - 0.05 * seconds, 40],
  ["hardly warms", (seconds: number) => 22 + 0.01 * seconds, 40],
] as const)("a body at 22 degrees that %s has not passed 65", (_, celsius, count) => {
  const { seconds, probability } = passing(fitted(read(celsius, [count / 2, count])), 65, "up");
  expect(seconds).toBeNull();
  expect(probability).toBeLessThan(0.5);
});

test("what begins above a limit and stays there is past it from the first; what cools passes it on the way down", () => {
  const stays = passing(fitted(read(() => 70, [20, 40])), 65, "up");
  expect(stays.probability).toBeGreaterThan(0.99);
  expect(stays.seconds?.value).toBeLessThan(1);
  expect(passing(fitted(read(() => 70, [20, 40])), 65, "down").seconds).toBeNull();
  // Newton's law: from 70 towards 20 with 100 s it is at 65 after 100 ln(50 / 45) = 10.5 s.
  const cools = passing(
    fitted(read((seconds) => 20 + 50 * Math.exp(-seconds / 100), [200, 400])),
    65,
    "down",
  );
  expect(cools.seconds?.value).toBeCloseTo(10.5, 0);
});
