import { EXAMPLE_RIGS } from "@/bench/simulated";
import { powerAtDistortion } from "@/core/sweep";
import { analyseSweep } from "./analyseSweep";
import { recordSweep, type RecordedSweep, type SweepRequest } from "./recordSweep";

const limits = {
  loadWatts: 200,
  overload: { ratio: 5, seconds: 5 },
  loadCelsius: 180,
  sinkCelsius: 75,
  breakerAmperes: 10,
};
const stimulus = {
  kind: "level-sweep",
  frequencyHz: 1000,
  firstVoltsPeak: 0.1,
  lastVoltsPeak: 2.8,
  stepCount: 24,
  stepSeconds: 0.15,
} as const;
const request: SweepRequest = {
  rig: EXAMPLE_RIGS["home-class-ab"],
  loadOhms: [8.2, 8.2],
  channelsDriven: 2,
  stimulus,
  sampleRateHz: 96_000,
  seed: 1,
  limits,
};
const load = { loadOhms: 8.2, loadOhmsStdUncertainty: 0.02, voltsStdUncertaintyRatio: 0.005 };
const read = ({ capture }: RecordedSweep, loads = [load, load]) => {
  const outcome = analyseSweep(
    {
      wav: capture.wav,
      fullScaleVolts: capture.fullScaleVolts,
      conditions: { channels: loads, band: { lowHz: 20, highHz: 20_000 }, mainsHz: 50 },
    },
    () => {},
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value.channels;
};

test("far past its limit the sweep ends by itself, past ten percent, and its readings are those of the whole one", () => {
  const seconds: number[] = [];
  const ended = recordSweep(request, (moment) => seconds.push(moment.seconds));
  expect(ended.trip).toBeNull();
  expect(Math.max(...seconds)).toBeLessThan(0.9 * stimulus.stepCount * stimulus.stepSeconds);
  const { steps, stop } = read(ended)[0];
  expect(stop.reason).toBe("rail-voltage");
  expect(powerAtDistortion(steps, 0.1, "thd-plus-noise").status).toBe("reached");
  const whole = read(
    recordSweep({ ...request, stimulus: { ...stimulus, lastVoltsPeak: 1.9 } }, () => {}),
  )[0];
  const wattsAt = (each: typeof steps) => {
    const reading = powerAtDistortion(each, 0.01, "thd-plus-noise");
    return reading.status === "reached" ? reading.powerWatts : NaN;
  };
  expect(wattsAt(steps) / wattsAt(whole.steps)).toBeCloseTo(1, 1);
});

test("a load that is made for less ends it, and no step that is read lies beyond", () => {
  const { capture, trip } = recordSweep(
    { ...request, limits: { ...limits, loadWatts: 10, overload: null } },
    () => {},
  );
  expect(trip).toMatchObject({ guard: "load-rating", isOfOutput: false });
  const { steps } = read({ capture, trip })[0];
  expect(steps.length).toBeGreaterThan(5);
  expect(Math.max(...steps.map(({ powerWatts }) => powerWatts))).toBeLessThan(14);
  expect(Math.max(...steps.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio))).toBeLessThan(0.01);
});

test("an output that its relay cuts off ends it, and the readings below stay", () => {
  const home = EXAMPLE_RIGS["home-class-ab"];
  const guarded = {
    ...home,
    protection: { ...home.protection, tripAmperes: 3, recoverySeconds: 2 },
  };
  const recorded = recordSweep(
    {
      ...request,
      rig: guarded,
      loadOhms: [8.2],
      channelsDriven: 1,
      stimulus: { ...stimulus, lastVoltsPeak: 1.4 },
    },
    () => {},
  );
  expect(recorded.trip).toMatchObject({ isOfOutput: true });
  const [{ steps, stop }] = read(recorded, [load]);
  // 3 A peak into 8.2 ohm is 37 W.
  expect(Math.max(...steps.map(({ powerWatts }) => powerWatts))).toBeLessThan(40);
  expect(
    Math.max(...steps.slice(0, -2).map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio)),
  ).toBeLessThan(0.01);
  expect(stop.reason).toBe("output-protection");
});
