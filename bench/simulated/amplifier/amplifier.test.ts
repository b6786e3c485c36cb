import fc from "fast-check";
import { record, switchOn, type BenchLog, type SimulatedRig } from "..";
import { partOf } from "../../fields";
import { Rails } from "../supply/Rails";
import { seatOf } from "./seat";
import { CLASS_D_FIELDS, SwitchingStage, type ClassDStage } from "./switchingStage";
import {
  CLASS_A,
  CLASS_GH,
  DESK,
  harmonicRatio,
  HOME,
  loaded,
  PERFECT,
  playTone,
  RATE_HZ,
  readTone,
  rigOf,
  VALVE,
} from "../testing/measure";

/** Powers in the middle, before the tone fades. */
const steady = ({ trace }: BenchLog) => trace[Math.floor(0.8 * trace.length)];
const withInput = (rig: SimulatedRig, given: Partial<SimulatedRig["input"]>): SimulatedRig => ({
  ...rig,
  input: { ...rig.input, ...given },
});
const withStage = (rig: SimulatedRig, given: object): SimulatedRig => ({
  ...rig,
  stage: { ...rig.stage, ...given } as SimulatedRig["stage"],
});
const fundamental = (rig: SimulatedRig, voltsRms: number, frequencyHz = 1000): number =>
  readTone(playTone(rig, voltsRms, { frequencyHz, seconds: 0.4 }).volts[0], RATE_HZ, 80_000)
    .fundamentalVoltsRms;
const db = (ratio: number) => 20 * Math.log10(ratio);

test("round trip: gain, level control and channel mismatch are measured as they were set", () => {
  const { volts } = playTone(
    withInput(PERFECT, { levelRatio: 0.5, furtherChannelsGainRatio: 0.97 }),
    0.5,
    { drives: [true, true] },
  );
  const [a, b] = volts.map((each) => readTone(each).fundamentalVoltsRms);
  expect(a).toBeCloseTo(0.5 * 20 * 0.5, 3);
  expect(b / a).toBeCloseTo(0.97, 5);
});

test("closed form: curvature c of second and third order gives harmonics of c V / 2 and c V^2 / 4, growing with level and its square", () => {
  const rig = withInput(PERFECT, { secondOrderPerVolt: 1e-4, thirdOrderPerVoltSquared: 1e-5 });
  for (const voltsRms of [0.1, 0.4]) {
    const reading = readTone(playTone(rig, voltsRms).volts[0]);
    const peak = 20 * voltsRms * Math.SQRT2;
    expect(harmonicRatio(reading, 2) / ((1e-4 * peak) / 2)).toBeCloseTo(1, 2);
    expect(harmonicRatio(reading, 3) / ((1e-5 * peak * peak) / 4)).toBeCloseTo(1, 2);
  }
});

test("crossover distortion falls as bias rises, and is worst for small signals", () => {
  const thd = (idleAmperes: number, voltsRms: number) =>
    readTone(playTone(withStage(PERFECT, { crossoverVolts: 0.01, idleAmperes }), voltsRms).volts[0])
      .thdRatio;
  expect(thd(0.002, 0.02)).toBeGreaterThan(3 * thd(0.05, 0.02));
  expect(thd(0.05, 0.02)).toBeGreaterThan(3 * thd(0.3, 0.02));
  expect(thd(0.002, 0.02)).toBeGreaterThan(5 * thd(0.002, 0.5));
});

test("closed forms: coupling capacitor and bandwidth are -3 dB where they should be", () => {
  const coupled = withInput(PERFECT, {
    inputOhms: 10_000,
    couplingFarads: 1 / (2 * Math.PI * 10_000 * 20),
  });
  expect(db(fundamental(coupled, 0.1, 20) / fundamental(coupled, 0.1, 2000))).toBeCloseTo(-3.01, 1);
  const narrow = withInput(PERFECT, { bandwidthHz: 20_000 });
  expect(db(fundamental(narrow, 0.1, 20_000) / fundamental(narrow, 0.1, 200))).toBeCloseTo(
    -3.01,
    1,
  );
});

test("closed form: beyond the slew limit a sine becomes a triangle of that slope", () => {
  const slew = 2e5;
  // The fundamental of a triangle is 8 / pi^2 of its height, which is a quarter period's worth of slewing.
  expect(
    fundamental(withInput(PERFECT, { slewVoltsPerSecond: slew }), 0.9, 10_000) /
      (((8 / Math.PI ** 2) * (slew / 10_000 / 4)) / Math.SQRT2),
  ).toBeCloseTo(1, 1);
});

test("closed form: output resistance divides with the load, and rises with frequency by 3 dB at its corner", () => {
  const drop = (frequencyHz: number) => {
    const [without, withIt] = [0, 1].map((outputOhms) =>
      fundamental(
        loaded(withStage(PERFECT, { outputOhms, outputCornerHz: 10_000 }), 4),
        0.2,
        frequencyHz,
      ),
    );
    return withIt / without;
  };
  expect(drop(100)).toBeCloseTo(4 / 5, 3);
  expect(drop(10_000)).toBeCloseTo(4 / Math.hypot(5, 1), 3);
});

test("each half clips against its own rail: what differs is the side with the greater load", () => {
  const rig = loaded(
    rigOf({ ...HOME, $schema: "", input: { ...HOME.input, offsetVolts: 0.8 } }),
    8,
  );
  const { flattening } = readTone(playTone(rig, 1.15).volts[0]);
  expect(flattening.present).toBe(true);
  expect(flattening.positive.shortfallRatio).toBeGreaterThan(flattening.negative.shortfallRatio);
});

test("crosstalk is as set at 1 kHz and rises by 20 dB a decade", () => {
  const talk = (frequencyHz: number) => {
    const [driven, idle] = playTone(withInput(PERFECT, { crosstalkRatio: 1e-3 }), 0.3, {
      frequencyHz,
      drives: [true, false],
    }).volts;
    return (
      readTone(idle, RATE_HZ, 80_000).fundamentalVoltsRms /
      readTone(driven, RATE_HZ, 80_000).fundamentalVoltsRms
    );
  };
  expect(talk(1000)).toBeCloseTo(1e-3, 5);
  expect(talk(10_000)).toBeCloseTo(1e-2, 3);
});

test("noise, hum and offset are as set", () => {
  const { volts } = playTone(
    withInput(PERFECT, { noiseVoltsRms: 1e-3, humVoltsRms: 2e-3, offsetVolts: 0.01 }),
    0,
    { seconds: 1 },
  );
  const mean = volts[0].reduce((sum, value) => sum + value, 0) / volts[0].length;
  expect(mean).toBeCloseTo(0.01, 3);
  const total = Math.sqrt(
    volts[0].reduce((sum, value) => sum + (value - mean) ** 2, 0) / volts[0].length,
  );
  expect(total / Math.hypot(1e-3 * Math.sqrt(RATE_HZ / 40_000), 2e-3)).toBeCloseTo(1, 2);
});

test("a switched-on output limiter holds the output with low distortion", () => {
  const reading = readTone(
    playTone(withInput(PERFECT, { limiterVolts: 10 }), 0.8, { settleSeconds: 0.6 }).volts[0],
  );
  expect(reading.voltsPeakPositive).toBeLessThan(10.2);
  expect(reading.voltsPeakPositive).toBeGreaterThan(9);
  expect(reading.thdRatio).toBeLessThan(0.01);
});

test("current limit: Ohm's law; with a safe area less current is left into a low load", () => {
  const highest = (ohms: number, safeAreaVolts: number) =>
    readTone(
      playTone(loaded(withStage(PERFECT, { currentLimitAmperes: 5, safeAreaVolts }), ohms), 0.7)
        .volts[0],
    ).voltsPeakPositive / ohms;
  expect(highest(2, 0)).toBeCloseTo(5, 1);
  expect(highest(2, 60)).toBeLessThan(4.5);
  expect(highest(1, 60)).toBeLessThan(highest(2, 60));
});

test("class A draws the same whatever it plays, class AB does not, and class G less at part power", () => {
  const drawn = (rig: SimulatedRig, voltsRms: number) => {
    const { log } = playTone(loaded(rig, 8, 8), voltsRms, { drives: [true, true], seconds: 0.6 });
    const { dissipatedWatts, loadWatts } = steady(log);
    return dissipatedWatts + loadWatts.reduce((sum, watts) => sum + watts, 0);
  };
  expect(drawn(CLASS_A, 0.4) / drawn(CLASS_A, 0)).toBeCloseTo(1, 1);
  expect(drawn(HOME, 0.4)).toBeGreaterThan(3 * drawn(HOME, 0));
  const asAb = rigOf({
    ...CLASS_GH,
    stage: { ...HOME.stage, idleAmperes: 0.12 },
    supply: { ...CLASS_GH.supply, secondaryVoltsRms: 56, highSecondaryVoltsRms: 0 },
  });
  expect(drawn(CLASS_GH, 0.4)).toBeLessThan(0.65 * drawn(asAb, 0.4));
});

test("class B efficiency: at its ceiling a sine's is pi / 4", () => {
  const rig = loaded(withStage(PERFECT, { idleAmperes: 0 }), 8);
  const { log } = playTone(rig, 20 / 20 / Math.SQRT2, { seconds: 0.6 });
  const { loadWatts, dissipatedWatts } = steady(log);
  expect(loadWatts[0] / (loadWatts[0] + dissipatedWatts)).toBeCloseTo(Math.PI / 4, 2);
});

test("class D: clips at its longest pulse and wastes little", () => {
  const { volts, log } = playTone(loaded(DESK, 8, 8), 1.6, { drives: [true, true], seconds: 0.3 });
  const { dutyMostRatio, deviceOhms } = DESK.stage as ClassDStage;
  expect(readTone(volts[0]).flattening.positive.tipVolts).toBeLessThan(dutyMostRatio * 36);
  const { loadWatts, dissipatedWatts } = steady(
    playTone(loaded(DESK, 8, 8), 0.9, { drives: [true, true], seconds: 0.5 }).log,
  );
  expect(loadWatts[0]).toBeGreaterThan(30);
  expect(dissipatedWatts / (loadWatts[0] + loadWatts[1])).toBeCloseTo(deviceOhms / 8, 1);
  expect(log.events.map(({ event }) => event)).toEqual([]);
});

test("class D half bridge: the coil's current charges the rail that does not drive it (pumping), and power balances", () => {
  const stage = {
    kind: "class-d" as const,
    ...partOf(CLASS_D_FIELDS, { isBridgeTied: false, deadTimeVolts: 0, idleAmperes: 0 }),
  };
  const half = new SwitchingStage(
    stage,
    seatOf("single-ended", true),
    { kind: "resistive", ohms: 4, henries: 0 },
    { stepSeconds: 1 / RATE_HZ, blockSamples: 192 },
  );
  const rails = new Rails();
  rails.positiveVolts = rails.negativeVolts = 40;
  const asked = new Float64Array(192).fill(20);
  for (let block = 0; block < 50; block++) {
    rails.clearDraws();
    half.bend(asked, rails);
    half.run(asked, 0, 192, rails);
  }
  const amperes = 20 / (4 + stage.deviceOhms);
  expect(rails.positiveDraw / 192).toBeCloseTo(0.75 * amperes, 6);
  expect(rails.negativeDraw / 192).toBeCloseTo(-0.25 * amperes, 6);
  expect(rails.wattsDrawn(192)).toBeCloseTo(amperes ** 2 * (4 + stage.deviceOhms), 6);
});

test("output transformer: the 16 ohm tap gives sqrt 2 more volts than the 8 ohm tap without load; matched loads get equal power", () => {
  const tap = (tapOhms: number, ohms: number, voltsRms: number) =>
    fundamental(loaded(withStage(VALVE, { tapOhms }), ohms), voltsRms);
  expect(tap(16, 900, 0.2) / tap(8, 900, 0.2)).toBeCloseTo(Math.SQRT2, 2);
  const watts = [4, 8, 16].map((ohms) => tap(ohms, ohms, 0.45) ** 2 / ohms);
  expect(Math.max(...watts) / Math.min(...watts)).toBeLessThan(1.01);
});

test("output transformer: the core gives in at low frequency, at full power only", () => {
  const thd = (frequencyHz: number, voltsRms: number) =>
    readTone(playTone(loaded(VALVE, 8), voltsRms, { frequencyHz, seconds: 0.8 }).volts[0]).thdRatio;
  expect(thd(20, 0.4)).toBeGreaterThan(5 * thd(100, 0.4));
  expect(thd(20, 0.04)).toBeLessThan(0.2 * thd(20, 0.4));
});

test("bridged: twice the volts across the load, until each half meets its limit at half the load", () => {
  const bridged: SimulatedRig = { ...PERFECT, connection: "bridged" };
  expect(fundamental(bridged, 0.2) / fundamental(PERFECT, 0.2)).toBeCloseTo(2, 3);
  expect(readTone(playTone(bridged, 1).volts[0]).voltsPeakPositive).toBeCloseTo(40, 0);
});

test("determinism and energy: the same seed gives the same bytes, another seed others; volts scale with the drive until a limit", () => {
  const wav = (seed: number) =>
    Buffer.from(
      record(
        HOME,
        {
          stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.2, seconds: 0.1 },
          sampleRateHz: 96_000,
          drives: [true, true],
        },
        seed,
      ).capture.wav,
    );
  expect(wav(5).equals(wav(5))).toBe(true);
  expect(wav(5).equals(wav(6))).toBe(false);
  fc.assert(
    fc.property(fc.double({ min: 0.05, max: 0.6, noNaN: true }), (voltsRms) => {
      const session = switchOn(PERFECT, { drives: [true], sampleRateHz: RATE_HZ }, 1);
      const play = (scale: number) =>
        session.play(
          Float64Array.from(
            { length: 9600 },
            (_, n) => scale * voltsRms * Math.sin((2 * Math.PI * n) / 192),
          ),
        )[0];
      const [whole, half] = [play(1), play(0.5)];
      for (let n = 1000; n < 1200; n++) expect(half[n]).toBeCloseTo(whole[n] / 2, 6);
    }),
    { numRuns: 5 },
  );
});
