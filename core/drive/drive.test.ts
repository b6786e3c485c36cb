import { dbToAmplitudeRatio } from "../units";
import {
  GuardWatch,
  nextStep,
  startRamp,
  type GuardLimits,
  type LiveMoment,
  type Ramp,
  type Trip,
} from ".";

const limits: GuardLimits = {
  loadWatts: 200,
  overload: null,
  loadCelsius: 180,
  sinkCelsius: 75,
  breakerAmperes: 16,
  fullScaleVolts: 80,
};
const calm: LiveMoment = {
  driveVoltsRms: 0.5,
  voltsRms: [20, 20],
  voltsPeak: [28.3, 28.3],
  loadWatts: [50, 50],
  loadCelsius: [60, 60],
  sinkCelsius: 40,
  mainsAmperes: 1,
  isCutOut: false,
};

/** Watches moments a twentieth of a second apart. */
const watched = (
  moments: readonly LiveMoment[],
  change: Partial<GuardLimits> = {},
): Trip | null => {
  const watch = new GuardWatch({ ...limits, ...change });
  return moments.reduce<Trip | null>((trip, moment) => trip ?? watch.look(moment, 0.05), null);
};
/** Seconds of a steady moment until a guard trips; infinite where none does within a while. */
const secondsToTrip = (
  moment: LiveMoment,
  change: Partial<GuardLimits> = {},
  longest = 300,
): number => {
  const watch = new GuardWatch({ ...limits, ...change });
  for (let step = 1; step <= longest / 0.05; step++)
    if (watch.look(moment, 0.05)) return step * 0.05;
  return Infinity;
};

test("a watch that begins with what was felt before trips so much sooner, as one that never paused", () => {
  const moment = { ...calm, loadWatts: [400, 0] };
  const overload = { ratio: 10, seconds: 5 };
  const whole = secondsToTrip(moment, { overload });
  const first = new GuardWatch({ ...limits, overload });
  for (let step = 0; step < whole / 2 / 0.05; step++) expect(first.look(moment, 0.05)).toBeNull();
  const second = new GuardWatch({ ...limits, overload }, first.felt);
  let seconds = 0;
  while (!second.look(moment, 0.05)) seconds += 0.05;
  expect(seconds).toBeGreaterThan(1);
  expect(Math.abs(seconds - whole / 2)).toBeLessThan(0.15);
});

test("nothing is said while everything is within its limits, also when the drive is turned down", () => {
  expect(watched([calm, calm, { ...calm, driveVoltsRms: 0.05, voltsRms: [2, 2] }])).toBeNull();
});

test.each<[string, Partial<LiveMoment>, RegExp]>([
  ["load-rating", { loadWatts: [50, 210] }, /210 W; its limit is 200 W/],
  ["load-heat", { loadCelsius: [190, 60] }, /190 °C; the limit is 180 °C/],
  ["sink-heat", { sinkCelsius: 80 }, /heat sink is at 80.0 °C; the limit is 75.0 °C/],
  ["converter", { voltsPeak: [79, 20] }, /full scale of 80.0 V/],
  ["collapse", { voltsRms: [20, 4] }, /from 20.0 V to 4.00 V/],
  ["protection", { isCutOut: true }, /protection cut off/],
])("the guard %s names what it saw", (guard, change, text) => {
  const trip = watched([calm, { ...calm, ...change }]);
  expect(trip?.guard).toBe(guard);
  expect(trip?.text).toMatch(text);
});

test("what the amplifier does to itself hides no other guard", () => {
  expect(watched([calm, { ...calm, isCutOut: true, sinkCelsius: 80 }])?.guard).toBe("sink-heat");
  expect(watched([calm, { ...calm, isCutOut: true, voltsRms: [0, 0] }])?.guard).toBe("protection");
});

test("a load takes its overload for as long as its maker allows, not longer, and never more than that", () => {
  const overload = { ratio: 10, seconds: 5 };
  const taking = (watts: number): LiveMoment => ({ ...calm, loadWatts: [watts] });
  // The maker's own allowance comes out whole; less lasts longer by the closed form of one store, t = -tau ln(1 - rated/P).
  expect(secondsToTrip(taking(1999), { overload })).toBeCloseTo(5, 0);
  expect(secondsToTrip(taking(400), { overload })).toBeCloseTo((-5 / Math.log(0.9)) * Math.LN2, 0);
  expect(secondsToTrip(taking(199), { overload })).toBe(Infinity);
  expect(secondsToTrip(taking(2100), { overload })).toBe(0.05);
  expect(secondsToTrip(taking(210))).toBe(0.05);
});

test("a breaker lets a moment of current pass, but not seconds of it", () => {
  const drawing: LiveMoment = { ...calm, mainsAmperes: 40 };
  expect(watched([calm, drawing, drawing, calm])).toBeNull();
  expect(secondsToTrip(drawing)).toBeLessThan(1);
  expect(watched(Array<LiveMoment>(40).fill(drawing))?.text).toMatch(
    /A from the mains; the breaker is rated 16.0 A/,
  );
});

test("what rings on after the drive has ended is no collapse: nothing is asked of the amplifier then", () => {
  const tail = (volts: number): LiveMoment => ({
    ...calm,
    driveVoltsRms: 0,
    voltsRms: [volts, volts],
    loadWatts: [0, 0],
  });
  expect(watched([calm, tail(4), tail(1.5), tail(0.6), tail(0.2)])).toBeNull();
  // A burst that comes again is watched as the first was.
  expect(watched([calm, tail(1), tail(0.1), calm, { ...calm, voltsRms: [5, 20] }])?.guard).toBe(
    "collapse",
  );
});

test("a change on purpose is no collapse; limits that are none are refused", () => {
  const watch = new GuardWatch(limits);
  watch.look(calm, 0.05);
  watch.forget();
  expect(watch.look({ ...calm, voltsRms: [2, 2] }, 0.05)).toBeNull();
  expect(() => new GuardWatch({ ...limits, breakerAmperes: 0 })).toThrow("breakerAmperes is 0");
});

/** Drives a ramp whose limit lies at a drive that is known. */
const ended = (limitVolts: number, mostVolts: number): { ramp: Ramp; steps: number } => {
  let ramp = startRamp(0.05),
    steps = 0;
  while (ramp.phase !== "ended" && steps++ < 200)
    ramp = nextStep(ramp, ramp.driveVoltsRms > limitVolts, mostVolts);
  return { ramp, steps };
};

test.each([0.06, 0.31, 0.77, 1.4])(
  "a limit at %s V is found within a tenth of a decibel, from below",
  (limit) => {
    const { ramp, steps } = ended(limit, 2);
    expect(ramp.end).toBe("limit");
    const good = ramp.lastGoodVoltsRms ?? 0;
    expect(good).toBeLessThanOrEqual(limit);
    expect(good * dbToAmplitudeRatio(0.1001)).toBeGreaterThan(limit);
    expect(steps).toBeLessThan(50);
    expect(ramp.driveVoltsRms).toBe(good);
  },
);

test("a source that ends first, and an amplifier that is never within the limit", () => {
  expect(ended(10, 2).ramp).toMatchObject({ end: "source", lastGoodVoltsRms: 2 });
  expect(ended(0.01, 2).ramp).toMatchObject({ end: "never-within", lastGoodVoltsRms: null });
});
