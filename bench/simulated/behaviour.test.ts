// What is known of amplifiers at their limits (common practice), found in captures by the same analysis as any recording's.
import { analyseBursts } from "@/core/burst";
import { findInterruptions } from "@/core/sweep/reading";
import { powerSpectrum } from "@/core/spectrum";
import {
  HOME,
  loaded,
  onePercentWatts,
  PERFECT,
  playTone,
  RATE_HZ,
  readTone,
  rigOf,
  sweepOf,
  VINTAGE,
  voltsOf,
} from "./testing/measure";
import { record, type SimulatedRig } from ".";

const STIFF: SimulatedRig = {
  ...VINTAGE,
  stage: { ...VINTAGE.stage, saturationOhms: 0.1 } as SimulatedRig["stage"],
  supply: { ...PERFECT.supply, kind: "switched" as const, railVolts: 28 } as SimulatedRig["supply"],
};

/** Are all cycles of the published 20 ms burst clean at this level? */
const burstIsClean = (rig: SimulatedRig, voltsPeak: number): boolean =>
  burstWatts(rig, voltsPeak, 8) > 0;

/** Is a steady tone of this level clean, once the supply has settled? */
const toneIsClean = (rig: SimulatedRig, voltsPeak: number): boolean =>
  !readTone(playTone(rig, voltsPeak / Math.SQRT2, { drives: [true, true], seconds: 0.3 }).volts[0])
    .flattening.present;

/** Highest clean level, by halving the interval. */
const highestClean = (isClean: (voltsPeak: number) => boolean): number => {
  let low = 0.6,
    high = 1;
  for (let k = 0; k < 6; k++) {
    const middle = (low + high) / 2;
    if (isClean(middle)) low = middle;
    else high = middle;
  }
  return low;
};

/** Power of the last clean cycle of the published 20 ms burst; 0 where it is not clean. */
const burstWatts = (rig: SimulatedRig, voltsPeak: number, loadOhms: number): number => {
  const { capture } = record(
    rig,
    {
      stimulus: { kind: "burst", burst: "20-ms", voltsPeak },
      sampleRateHz: 96_000,
      drives: [true, true],
    },
    1,
  );
  const outcome = analyseBursts(voltsOf(capture)[0], 96_000, {
    loadOhms,
    loadOhmsStdUncertainty: 0,
    voltsStdUncertaintyRatio: 0,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value.burstPowerWatts ?? 0;
};

test("an unregulated supply gives more with one channel than with both, a stiff one the same", () => {
  const gain = (rig: SimulatedRig) =>
    onePercentWatts(sweepOf(loaded(rig, 8, 8), 0.8, [true]).result) /
    onePercentWatts(sweepOf(loaded(rig, 8, 8), 0.8, [true, true]).result);
  expect(gain(VINTAGE)).toBeGreaterThan(1.15);
  expect(gain(STIFF)).toBeGreaterThan(0.97);
  expect(gain(STIFF)).toBeLessThan(1.03);
});

test("and more in a burst than continuously, a stiff one the same", () => {
  const headroom = (rig: SimulatedRig) =>
    (highestClean((voltsPeak) => burstIsClean(loaded(rig, 8, 8), voltsPeak)) /
      highestClean((voltsPeak) => toneIsClean(loaded(rig, 8, 8), voltsPeak))) **
    2;
  expect(headroom(VINTAGE)).toBeGreaterThan(1.15);
  expect(Math.abs(headroom(STIFF) - 1)).toBeLessThan(0.03);
});

test("the ratio of 4 ohm power over 8 ohm power tells sag: near 2 when stiff, well below when not", () => {
  const ratio = (rig: SimulatedRig) =>
    onePercentWatts(sweepOf(loaded(rig, 4, 4), 0.8, [true, true]).result) /
    onePercentWatts(sweepOf(loaded(rig, 8, 8), 0.8, [true, true]).result);
  expect(ratio(STIFF)).toBeGreaterThan(1.8);
  expect(ratio(VINTAGE)).toBeLessThan(1.5);
});

test("a 36 V brick limits sustained 4 ohm output below its 20 ms burst", () => {
  const rig = loaded(
    rigOf({
      input: { gainRatio: 20, noiseVoltsRms: 1e-5 },
      stage: { kind: "class-ab", isBridgeTied: true, saturationVolts: 0.6, saturationOhms: 0.2 },
      supply: {
        kind: "brick",
        volts: 36,
        limitAmperes: 4,
        outputFarads: 0.01,
        overloadRatio: 2,
        overloadSeconds: 0.03,
      },
    }),
    4,
    4,
  );
  const { result } = sweepOf(rig, 1.3, [true, true]);
  const sustained = Math.max(...result.channels[0].steps.map(({ powerWatts }) => powerWatts));
  expect(burstWatts(rig, 1.35, 4)).toBeGreaterThan(1.6 * sustained);
  expect(result.channels[0].stop.reason).toBe("supply-power-or-current");
});

test.each([
  [50, 230],
  [60, 120],
])(
  "clipped tops carry ripple at twice the mains frequency (%d Hz) in the linear case only",
  (frequencyHz, voltsRms) => {
    const tips = (rig: SimulatedRig) => {
      const [volts] = playTone(
        { ...rig, mains: { ...rig.mains, frequencyHz, voltsRms, nominalVoltsRms: voltsRms } },
        1.2,
        { seconds: 1.05, drives: [true, true] },
      ).volts;
      return Float64Array.from({ length: 1000 }, (_, cycle) =>
        volts
          .subarray(cycle * 192, (cycle + 1) * 192)
          .reduce((most, value) => Math.max(most, value), 0),
      );
    };
    const { meanSquare, binHz } = powerSpectrum(tips(loaded(VINTAGE, 8, 8)), 1000, "hann");
    const from = Math.ceil(20 / binHz);
    const loudest =
      meanSquare.subarray(from).reduce((best, value, k, all) => (value > all[best] ? k : best), 0) +
      from;
    expect(loudest * binHz).toBeCloseTo(2 * frequencyHz, 0);
    const spread = (values: Float64Array) => Math.max(...values) / Math.min(...values) - 1;
    expect(spread(tips(loaded(VINTAGE, 8, 8)))).toBeGreaterThan(0.05);
    expect(spread(tips(loaded(STIFF, 8, 8)))).toBeLessThan(0.005);
  },
);

test("a weak source stops the sweep early with low distortion, and the analysis says input drive", () => {
  const { result } = sweepOf(
    loaded({ ...HOME, source: { ...HOME.source, mostVoltsRms: 0.5, outputOhms: 4 } }, 8, 8),
    0.5,
    [true, true],
  );
  const { stop, steps } = result.channels[0];
  expect(stop.reason).toBe("input-drive");
  expect(steps[steps.length - 1].thdPlusNoiseRatio).toBeLessThan(0.001);
});

test("two ohm opens the relay, which closes by itself; the analysis sees the trip and takes no reading from it", () => {
  const rig = loaded(
    { ...HOME, protection: { ...HOME.protection, tripAmperes: 12, recoverySeconds: 0.5 } },
    2,
  );
  const { capture, log } = record(
    rig,
    {
      stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 1.4, seconds: 1.5 },
      sampleRateHz: 96_000,
      drives: [true],
    },
    1,
  );
  expect(log.events.map(({ event }) => event).slice(0, 3)).toEqual([
    "relay-opened",
    "relay-closed",
    "relay-opened",
  ]);
  const found = findInterruptions(voltsOf(capture)[0], 96_000, 1000);
  expect(found.length).toBeGreaterThan(0);
  const swept = sweepOf(rig, 1).result.channels[0];
  expect(swept.stop.reason).toBe("output-protection");
});

test("a limiter that collapses under 2 ohm lets 8 ohm pass, and lets go by itself", () => {
  const guarded = {
    ...HOME,
    protection: {
      ...HOME.protection,
      tripAmperes: 0,
      collapseAmperes: 9,
      collapseReleaseSeconds: 0.3,
    },
  };
  const play = (ohms: number) =>
    record(
      loaded(guarded, ohms),
      {
        stimulus: { kind: "burst", burst: "20-ms", voltsPeak: 1.2 },
        sampleRateHz: 96_000,
        drives: [true],
      },
      1,
    ).log.events.map(({ event }) => event);
  expect(play(8)).toEqual([]);
  expect(play(2).slice(0, 3)).toEqual([
    "limiter-collapsed",
    "limiter-released",
    "limiter-collapsed",
  ]);
});

test("a class D output filter for 6 ohm rises at 20 kHz into 8 ohm and droops into 4 ohm", () => {
  const relativeDb = (ohms: number) => {
    // A Butterworth filter for 6 ohm at 45 kHz: L = R sqrt(2) / w, C = 1 / (R w sqrt(2)).
    const omega = 2 * Math.PI * 45_000;
    const rig = loaded(
      {
        ...PERFECT,
        stage: rigOf({
          stage: {
            kind: "class-d",
            filterHenries: (6 * Math.SQRT2) / omega,
            filterFarads: 1 / (6 * omega * Math.SQRT2),
            deadTimeVolts: 0,
          },
        }).stage,
      },
      ohms,
    );
    const [low, high] = [1000, 20_000].map(
      (frequencyHz) =>
        readTone(playTone(rig, 0.14, { frequencyHz, seconds: 0.3 }).volts[0], RATE_HZ, 80_000)
          .fundamentalVoltsRms,
    );
    return 20 * Math.log10(high / low);
  };
  expect(relativeDb(8)).toBeGreaterThan(0.3);
  expect(Math.abs(relativeDb(6))).toBeLessThan(0.25);
  expect(relativeDb(4)).toBeLessThan(-0.7);
});

test("folded products of a clipped 1 kHz tone lie below -110 dBc in the audible band", () => {
  // A frequency whose folded harmonics fall between the true ones.
  const frequencyHz = 1003.7;
  for (const overdrive of [1.05, 1.5, 4]) {
    const [volts] = playTone(PERFECT, (overdrive * 20) / 20 / Math.SQRT2, {
      frequencyHz,
      seconds: 1.2,
    }).volts;
    const { meanSquare, binHz } = powerSpectrum(volts, RATE_HZ, "blackmanHarris7");
    const fundamental = readTone(volts).fundamentalVoltsRms;
    let highest = 0;
    for (let bin = Math.ceil(100 / binHz); bin * binHz < 20_000; bin++) {
      const order = (bin * binHz) / frequencyHz;
      if (Math.abs(order - Math.round(order)) * frequencyHz > 12 * binHz)
        highest = Math.max(highest, meanSquare[bin]);
    }
    expect(10 * Math.log10(highest / fundamental ** 2)).toBeLessThan(-110);
  }
});
