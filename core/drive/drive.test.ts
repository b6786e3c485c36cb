import { dbToAmplitudeRatio } from "../units";
import { guardTrip, nextStep, startRamp, type GuardLimits, type LiveMoment, type Ramp } from ".";

const limits: GuardLimits = { loadWatts: 200, loadCelsius: 180, sinkCelsius: 75, breakerAmperes: 16, fullScaleVolts: 80 };
const calm: LiveMoment = { driveVoltsRms: 0.5, voltsRms: [20, 20], voltsPeak: [28.3, 28.3], loadWatts: [50, 50], loadCelsius: [60, 60], sinkCelsius: 40, mainsAmperes: 1, isCutOut: false };

test("nothing is said while everything is within its limits, also when the drive is turned down", () => {
  expect(guardTrip(limits, calm, null)).toBeNull();
  expect(guardTrip(limits, { ...calm, driveVoltsRms: 0.05, voltsRms: [2, 2] }, calm)).toBeNull();
});

test.each<[string, Partial<LiveMoment>, RegExp]>([
  ["load-rating", { loadWatts: [50, 210] }, /210 W; it is made for 200 W/],
  ["load-heat", { loadCelsius: [190, 60] }, /190 °C; the limit is 180 °C/],
  ["sink-heat", { sinkCelsius: 80 }, /heat sink is at 80.0 °C; the limit is 75.0 °C/],
  ["breaker", { mainsAmperes: 17 }, /17.0 A from the mains/],
  ["converter", { voltsPeak: [79, 20] }, /full scale of 80.0 V/],
  ["collapse", { voltsRms: [20, 4] }, /from 20.0 V to 4.00 V/],
  ["protection", { isCutOut: true }, /own protection/],
])("the guard %s names what it saw", (guard, change, text) => {
  const trip = guardTrip(limits, { ...calm, ...change }, calm);
  expect(trip?.guard).toBe(guard);
  expect(trip?.text).toMatch(text);
});

/** Drives a ramp whose limit lies at a drive that is known. */
const ended = (limitVolts: number, mostVolts: number): { ramp: Ramp; steps: number } => {
  let ramp = startRamp(0.05), steps = 0;
  while (ramp.phase !== "ended" && steps++ < 200) ramp = nextStep(ramp, ramp.driveVoltsRms > limitVolts, mostVolts);
  return { ramp, steps };
};

test.each([0.06, 0.31, 0.77, 1.4])("a limit at %s V is found within a tenth of a decibel, from below", (limit) => {
  const { ramp, steps } = ended(limit, 2);
  expect(ramp.end).toBe("limit");
  const good = ramp.lastGoodVoltsRms ?? 0;
  expect(good).toBeLessThanOrEqual(limit);
  expect(good * dbToAmplitudeRatio(0.1001)).toBeGreaterThan(limit);
  expect(steps).toBeLessThan(50);
  expect(ramp.driveVoltsRms).toBe(good);
});

test("a source that ends first, and an amplifier that is never within the limit", () => {
  expect(ended(10, 2).ramp).toMatchObject({ end: "source", lastGoodVoltsRms: 2 });
  expect(ended(0.01, 2).ramp).toMatchObject({ end: "never-within", lastGoodVoltsRms: null });
});
