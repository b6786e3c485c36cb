import { GuardWatch, restedRise, type GuardLimits, type LiveMoment, type SinkForecast } from ".";
import { nextSinkRise } from "./sinkHeat";

/** Two channels of 100 W at 65 %: 107.7 W of heat when both are full. */
const sink: SinkForecast = {
  stageClass: "ab",
  efficiencyRatio: 0.65,
  fullWatts: 100,
  kelvinPerWatt: 0.8,
  timeConstantSeconds: 900,
  roomCelsius: 22,
  isMeasured: false,
  startKelvin: 0,
};
const FULL_HEAT = 2 * (100 / 0.65 - 100);
const limits: GuardLimits = {
  loadWatts: 1000,
  overload: null,
  loadCelsius: 180,
  sinkCelsius: 75,
  sink,
  breakerAmperes: 16,
  fullScaleVolts: 80,
};
const playing: LiveMoment = {
  driveVoltsRms: 1,
  voltsRms: [28.3, 28.3],
  voltsPeak: [40, 40],
  loadWatts: [100, 100],
  loadCelsius: [],
  sinkCelsius: null,
  mainsAmperes: null,
  isCutOut: false,
};

/** Seconds of it until a guard trips, looked at twice a second. */
const untilTrip = (watch: GuardWatch, moment: LiveMoment, most = 7200) => {
  for (let seconds = 0.5; seconds <= most; seconds += 0.5) {
    const trip = watch.look(moment, 0.5);
    if (trip) return { seconds, trip };
  }
  return null;
};

test("without a thermometer the guard of the sink trips when its heat brings it there, by Newton's law", () => {
  const found = untilTrip(new GuardWatch(limits), playing);
  // t = -tau ln(1 - allowed rise / settled rise).
  const expected = -900 * Math.log(1 - (75 - 22) / (0.8 * FULL_HEAT));
  expect(Math.abs((found?.seconds ?? 0) - expected)).toBeLessThan(1);
  expect(found?.trip.guard).toBe("sink-heat");
  expect(found?.trip.text).toMatch(
    /predicted to be at 75.* typical values for its kind.*no thermometer/,
  );
});

test("what a soak found is said as that; half the output at rest of one channel stays below for ever", () => {
  const measured = { ...limits, sink: { ...sink, isMeasured: true } };
  expect(untilTrip(new GuardWatch(measured), playing)?.trip.text).toContain("from its soak");
  expect(untilTrip(new GuardWatch(limits), { ...playing, loadWatts: [50, 0] })).toBeNull();
});

test("a thermometer is believed, not what is predicted; without anything to predict by nothing is", () => {
  expect(untilTrip(new GuardWatch(limits), { ...playing, sinkCelsius: 60 })).toBeNull();
  const blind = new GuardWatch({ ...limits, sink: null });
  expect(untilTrip(blind, playing)).toBeNull();
  expect(blind.predictedSinkCelsius).toBeNull();
});

test("a sink that is warm from the run before trips so much sooner, as one that never paused", () => {
  const whole = untilTrip(new GuardWatch(limits), playing)?.seconds ?? 0;
  const first = new GuardWatch(limits);
  expect(untilTrip(first, playing, 300)).toBeNull();
  const { sinkKelvin } = first.felt;
  const second = new GuardWatch({ ...limits, sink: { ...sink, startKelvin: sinkKelvin } });
  expect(second.predictedSinkCelsius).toBeCloseTo(22 + sinkKelvin, 9);
  expect(untilTrip(second, playing)?.seconds).toBeCloseTo(whole - 300, 0);
});

test("rest cools it: to 1/e of its rise in a time constant, as no output does", () => {
  expect(restedRise(40, sink, 900)).toBeCloseTo(40 / Math.E, 9);
  expect(nextSinkRise(40, sink, [0, 0], 900)).toBeCloseTo(40 / Math.E, 9);
});

test("one that gives more than was expected is at its full output: its heat never falls below that", () => {
  const expected = nextSinkRise(0, sink, [100], 1e9);
  const more = nextSinkRise(0, sink, [150], 1e9);
  expect(more / expected).toBeCloseTo(1.5, 9);
});
