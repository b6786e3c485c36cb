// The heat sink as guards predict it, against the sink of the simulated amplifier, which warms by its circuit, junctions and cases.
import { setupOf, VIRTUAL, virtualLink } from "@/bench/audio/testing/virtualLink";
import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import { instrumentOf } from "@/bench/instruments";
import { GuardWatch, type SinkForecast } from "@/core/drive";
import { fitCourse, settledCelsius } from "@/core/heat";
import type { SoakRecording } from "@/bench/contract";
import { LiveRun } from "./liveBench";
import { NO_LIMITS, playRun, type PlayMoment, type PlayRequest } from "./playRun";
import { AMPLIFIER } from "./testing/twoBenches";

const ROOM = 22;
const FULL_WATTS = 83;

/** Two hours at a share of its limit. */
const soakAt = async (share: number): Promise<SoakRecording["points"]> => {
  const instrument = instrumentOf({ kind: "simulated", amplifier: AMPLIFIER, seed: 1 });
  if (!instrument.ok) throw new Error(instrument.finding.advice);
  const connected = await instrument.value.connect({
    loadOhms: [8, 8],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const limit = await connected.limitDriveVoltsRms([true, true]);
  const { points } = await connected.soak(
    {
      frequencyHz: 1000,
      voltsPeak: Math.SQRT2 * limit * share,
      seconds: 7200,
      drives: [true, true],
    },
    () => "go-on",
  );
  return points;
};

const usual: SinkForecast = {
  stageClass: "ab",
  efficiencyRatio: 0.69,
  fullWatts: FULL_WATTS,
  kelvinPerWatt: 0.8,
  timeConstantSeconds: 900,
  roomCelsius: ROOM,
  isMeasured: false,
  startKelvin: 0,
};

/** The sink as a soak at an eighth of its power finds it: settled rise over what the mains gives less what the loads take. */
const foundBySoak = (points: SoakRecording["points"]): SinkForecast => {
  const last = points[points.length - 1];
  const fit = fitCourse({
    seconds: Float64Array.from(points, ({ seconds }) => seconds),
    celsius: Float64Array.from(points, ({ sinkCelsius }) => sinkCelsius),
  });
  if (!fit.ok) throw new Error(fit.finding.advice);
  const heat = (last.mainsWatts ?? 0) - last.loadWatts.reduce((sum, watts) => sum + watts, 0);
  const rise = settledCelsius(fit.value).value - ROOM;
  const [reached] = points.filter(
    ({ sinkCelsius }) => sinkCelsius >= ROOM + rise * (1 - Math.exp(-1)),
  );
  return {
    ...usual,
    kelvinPerWatt: rise / heat,
    timeConstantSeconds: reached.seconds,
    isMeasured: true,
  };
};

/** Rises over the room along a soak: as it was, and as the guards predicted it without looking at a thermometer. */
const risesOf = (points: SoakRecording["points"], sink: SinkForecast) => {
  const guards = new GuardWatch({ ...NO_LIMITS, sink, fullScaleVolts: 1e9 });
  return points.slice(1).map((point, k) => {
    guards.look(
      {
        driveVoltsRms: 1,
        voltsRms: [],
        voltsPeak: [],
        loadWatts: point.loadWatts,
        loadCelsius: [],
        sinkCelsius: null,
        mainsAmperes: null,
        isCutOut: false,
      },
      point.seconds - points[k].seconds,
    );
    return {
      seconds: point.seconds,
      was: point.sinkCelsius - ROOM,
      predicted: (guards.predictedSinkCelsius ?? 0) - ROOM,
    };
  });
};

test("with what one soak found, the sink is predicted at other levels: hardly ever cooler than it is, and hotter near full output, where rails sag", async () => {
  const sink = foundBySoak(await soakAt(Math.sqrt(1 / 8)));
  for (const [share, mostRatio] of [
    [0.1, 1.3],
    [0.6, 1.5],
    [0.9, 2.2],
  ] as const) {
    const late = risesOf(await soakAt(share), sink).filter(({ seconds }) => seconds > 600);
    expect(late.length).toBeGreaterThan(10);
    const ratios = late.map(({ was, predicted }) => predicted / was);
    expect(Math.min(...ratios)).toBeGreaterThan(0.9);
    expect(Math.max(...ratios)).toBeLessThan(mostRatio);
  }
}, 60_000);

/** A run through an audio interface, which receives no temperature. */
const runWith = async (sink: SinkForecast, sinkCelsius: number) => {
  const settings = { ...VIRTUAL, loadOhms: [8, 8], sampleRateHz: 48_000 };
  const link = virtualLink({ ...settings, amplifier: AMPLIFIER });
  const loads: PlayRequest["loads"] = [8, 8].map((loadOhms) => ({
    loadOhms,
    loadOhmsStdUncertainty: 0.02,
    voltsStdUncertaintyRatio: 0.005,
  }));
  const moments: PlayMoment[] = [];
  const outcome = await playRun(
    {
      kind: "spectrum",
      settings: {},
      instrument: { kind: "audio", setup: setupOf(settings), link },
      loads,
      secondLoads: null,
      ratedWatts: 40,
      sampleRateHz: 48_000,
      kept: [],
      limits: { ...NO_LIMITS, sinkCelsius, sink },
      secondLimits: null,
    },
    { onMoment: (moment) => void moments.push(moment), onShot: () => {} },
  );
  link.run(0.1);
  expect(link.lastPeak()).toBe(0);
  return { outcome, predicted: moments.map((each) => each.predictedSinkCelsius ?? NaN) };
};

test("a run through an audio interface tells where the sink is predicted to be, from where the run before left it", async () => {
  const { outcome, predicted } = await runWith({ ...usual, startKelvin: 10 }, 75);
  expect(outcome.ok).toBe(true);
  expect(predicted[0]).toBeCloseTo(ROOM + 10, 1);
  expect(predicted[predicted.length - 1]).toBeGreaterThan(ROOM + 10);
  expect(predicted.every((celsius) => celsius < ROOM + 12)).toBe(true);
}, 60_000);

test("where it is predicted past the limit the run is turned down, and says that it is predicted", async () => {
  const { outcome } = await runWith({ ...usual, startKelvin: 54 }, 75);
  expect(!outcome.ok && outcome.finding.code).toBe("guard-tripped");
  expect(!outcome.ok && outcome.finding.advice).toMatch(/predicted to be at 76.*no thermometer/);
}, 60_000);

test("by hand it is predicted where no thermometer is, and read where one is", async () => {
  const loggerless = { ...SETUP, meters: { ...SETUP.meters, thermometer: null } };
  const readings = async (setup: typeof SETUP) => {
    const { link } = standInLink();
    const run = await LiveRun.start({
      instrument: { kind: "network", setup, link },
      loadOhms: [8],
      frequencyHz: 1000,
      limits: { ...NO_LIMITS, sink: { ...usual, startKelvin: 8 } },
    });
    if (!run.ok) throw new Error(run.finding.advice);
    return run.value.step();
  };
  const blind = await readings(loggerless);
  expect(blind.sinkCelsius).toBeNull();
  expect(blind.predictedSinkCelsius).toBeCloseTo(ROOM + 8, 0);
  const seeing = await readings(SETUP);
  expect(seeing.sinkCelsius).toBeGreaterThan(15);
  expect(seeing.predictedSinkCelsius).toBeNull();
}, 60_000);
