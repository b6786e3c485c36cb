// For tests and the benchmark only: readings of known truth, in noise and with calibrations that are off by chance, so that it can be
// counted how often the truth lies within what a reading says of itself.
import { analyseBursts } from "../burst";
import { crosstalk } from "../crosstalk";
import { analyseTone } from "../distortion/reading";
import { outputImpedance, SAME_RANGE_REPEAT_RATIO } from "../impedance";
import { analyseNoise, type WeightingName, WEIGHTINGS } from "../noise";
import type { Outcome } from "../outcome";
import { powerWatts, voltageGain, type ChannelConditions } from "../power";
import { BURST_KINDS, bursts, seededNormal } from "../signal";
import { powerAtDistortion, powerAtKnee, type StepReading } from "../sweep";
import { analysePowerSweep } from "../sweep/reading";
import { clippedSine, overdriveAt } from "../sweep/clippedSine";

/** What a reading says, and what is true. */
export type Trial = { value: number; stdUncertainty: number; truth: number };
/** A trial for each seed. */
export type Trials = (seed: number) => Trial;

const RATE_HZ = 96_000;
const BAND = { lowHz: 20, highHz: 20_000 };
const OHMS = 8;
const OHMS_RATIO = 0.003;
const VOLTS_RATIO = 0.002;

const valueOf = <Value>(outcome: Outcome<Value>): Value => {
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

type Normal = () => number;
const noisy = (normal: Normal, seconds: number, deviation: number, of: (t: number) => number) =>
  Float64Array.from(
    { length: Math.round(seconds * RATE_HZ) },
    (_, n) => of(n / RATE_HZ) + deviation * normal(),
  );

/** A load and a converter that differ from their stated values by chance, within their uncertainties; and the factor of the voltage reading. */
const calibrated = (normal: Normal): { channel: ChannelConditions; gain: number } => ({
  channel: {
    loadOhms: OHMS * (1 + OHMS_RATIO * normal()),
    loadOhmsStdUncertainty: OHMS * OHMS_RATIO,
    voltsStdUncertaintyRatio: VOLTS_RATIO,
  },
  gain: 1 + VOLTS_RATIO * normal(),
});

const sine =
  (peak: number, hertz: number, phase = 0) =>
  (t: number) =>
    peak * Math.sin(2 * Math.PI * hertz * t + phase);

/** Distortion of a tone with two harmonics, in noise, of some seconds. */
const toneTrials =
  (seconds: number, deviation: number, measure: "thd" | "thdPlusNoise"): Trials =>
  (seed) => {
    const normal = seededNormal(seed);
    const hertz = 997 + normal();
    const [second, third] = [0.002, 0.001];
    const parts = [1, 2, 3].map((order) => sine(1, order * hertz, 6 * normal()));
    const volts = noisy(
      normal,
      seconds,
      deviation,
      (t) => 10 * (parts[0](t) + second * parts[1](t) + third * parts[2](t)),
    );
    const reading = valueOf(analyseTone(volts, RATE_HZ, { band: BAND }));
    const inBand = deviation ** 2 * ((BAND.highHz - BAND.lowHz) / (RATE_HZ / 2));
    const harmonics = 50 * (second ** 2 + third ** 2);
    return measure === "thd"
      ? {
          value: reading.thdRatio,
          stdUncertainty: reading.thdRatioStdUncertainty,
          truth: Math.hypot(second, third),
        }
      : {
          value: reading.thdPlusNoiseRatio,
          stdUncertainty: reading.thdPlusNoiseRatioStdUncertainty,
          truth: Math.sqrt((harmonics + inBand) / (50 + harmonics + inBand)),
        };
  };

const frequencyTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const hertz = 997 + normal();
  const volts = noisy(normal, 0.5, 0.05, sine(10, hertz, normal()));
  const { fundamentalHz, fundamentalHzStdUncertainty } = valueOf(analyseTone(volts, RATE_HZ));
  return { value: fundamentalHz, stdUncertainty: fundamentalHzStdUncertainty, truth: hertz };
};

/** Mean square of a weighting over the band, on a fine grid. */
const weightedShare = (name: WeightingName): number => {
  const stepHz = 1;
  let sum = 0;
  for (let hertz = BAND.lowHz; hertz < BAND.highHz; hertz += stepHz)
    sum += WEIGHTINGS[name](hertz + stepHz / 2) ** 2 * stepHz;
  return sum / (RATE_HZ / 2);
};

const noiseTrials =
  (name: WeightingName): Trials =>
  (seed) => {
    const normal = seededNormal(seed);
    const { channel, gain } = calibrated(normal);
    const volts = noisy(normal, 1, 1e-4 * gain, () => 0);
    const { voltsRms, voltsRmsStdUncertainty } = valueOf(
      analyseNoise(volts, RATE_HZ, {
        band: BAND,
        loadOhms: channel.loadOhms,
        ratedVoltsRms: 20,
        mainsHz: 50,
        voltsStdUncertaintyRatio: VOLTS_RATIO,
      }),
    );
    return {
      value: voltsRms[name],
      stdUncertainty: voltsRmsStdUncertainty[name],
      truth: 1e-4 * Math.sqrt(weightedShare(name)),
    };
  };

const crosstalkTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const truth = 3e-4;
  const driven = noisy(normal, 0.3, 1e-4, sine(10, 1000)),
    idle = noisy(normal, 0.3, 2e-2, sine(10 * truth, 1000, normal()));
  const { ratio, ratioStdUncertainty } = valueOf(crosstalk(driven, idle, RATE_HZ));
  return { value: ratio, stdUncertainty: ratioStdUncertainty, truth };
};

const impedanceTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const truth = 0.12;
  const loaded = (ohms: number) => ({
    voltsRms: ((10 * ohms) / (ohms + truth)) * (1 + SAME_RANGE_REPEAT_RATIO * normal()),
    phaseRadians: 0,
    loadOhms: ohms * (1 + OHMS_RATIO * normal()),
    loadOhmsStdUncertainty: ohms * OHMS_RATIO,
    voltsRepeatRatio: SAME_RANGE_REPEAT_RATIO,
  });
  const { magnitudeOhms, magnitudeOhmsStdUncertainty } = outputImpedance(loaded(8), loaded(4));
  return { value: magnitudeOhms, stdUncertainty: magnitudeOhmsStdUncertainty, truth };
};

const gainTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const read = (peak: number) =>
    valueOf(
      analyseTone(
        noisy(normal, 0.2, 1e-3, sine(peak * (1 + VOLTS_RATIO * normal()), 1000)),
        RATE_HZ,
      ),
    ).fundamentalVoltsRms;
  const { gainRatio, gainRatioStdUncertainty } = voltageGain(read(20), read(1), [
    VOLTS_RATIO,
    VOLTS_RATIO,
  ]);
  return { value: gainRatio, stdUncertainty: gainRatioStdUncertainty, truth: 20 };
};

const HEIGHT_VOLTS = 20.3;

/** Levels of a tone that is cut hard at one height, in steps that fall anywhere; the amplifier has a little noise. */
const sweepOf = (normal: Normal, stepRatio: number): readonly StepReading[] => {
  const { channel, gain } = calibrated(normal);
  const first = 10 * (1 + 0.2 * Math.abs(Math.sin(1e3 * normal())));
  const stepSeconds = 0.1,
    steps = Math.ceil(Math.log((1.5 * HEIGHT_VOLTS) / first) / Math.log(stepRatio));
  const volts = noisy(normal, steps * stepSeconds, 0.002, (t) => {
    const peak = first * stepRatio ** Math.floor(t / stepSeconds + 1e-9);
    const wanted = sine(peak, 997)(t);
    return gain * Math.max(-HEIGHT_VOLTS, Math.min(HEIGHT_VOLTS, wanted));
  });
  return valueOf(
    analysePowerSweep(volts.length > 0 ? [volts] : [], RATE_HZ, {
      channels: [channel],
      band: BAND,
      mainsHz: 50,
    }),
  ).channels[0].steps;
};

const limitTrials =
  (stepRatio: number): Trials =>
  (seed) => {
    const found = powerAtDistortion(sweepOf(seededNormal(seed), stepRatio), 0.01, "thd");
    if (found.status !== "reached") throw new Error(found.status);
    return {
      value: found.powerWatts,
      stdUncertainty: found.powerWattsStdUncertainty,
      truth: (HEIGHT_VOLTS ** 2 * clippedSine(overdriveAt(0.01)).meanSquare) / OHMS,
    };
  };

/** The knee of a limit that is hard lies where distortion and noise come to three times their floor. */
const kneeTrials: Trials = (seed) => {
  const found = powerAtKnee(sweepOf(seededNormal(seed), 1.06), "thd-plus-noise");
  if (found.status !== "reached") throw new Error(found.status);
  const atKnee = overdriveAt(found.limitRatio ?? 0);
  return {
    value: found.powerWatts,
    stdUncertainty: found.powerWattsStdUncertainty,
    truth: (HEIGHT_VOLTS ** 2 * clippedSine(atKnee).meanSquare) / OHMS,
  };
};

const burstTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const { channel, gain } = calibrated(normal);
  const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 20, repeats: 2 }, RATE_HZ).map(
    (value) => gain * value + 0.01 * normal(),
  );
  const { burstPowerWatts, burstPowerWattsStdUncertainty } = valueOf(
    analyseBursts(volts, RATE_HZ, channel),
  );
  if (burstPowerWatts === null || burstPowerWattsStdUncertainty === null)
    throw new Error("the burst was not held");
  return {
    value: burstPowerWatts,
    stdUncertainty: burstPowerWattsStdUncertainty,
    truth: 20 ** 2 / 2 / OHMS,
  };
};

const powerTrials: Trials = (seed) => {
  const normal = seededNormal(seed);
  const { channel, gain } = calibrated(normal);
  const { voltsRms } = valueOf(
    analyseTone(noisy(normal, 0.2, 0.001, sine(20 * gain, 1000)), RATE_HZ),
  );
  const value = powerWatts(voltsRms, channel.loadOhms);
  return {
    value,
    stdUncertainty: value * Math.hypot(2 * VOLTS_RATIO, OHMS_RATIO),
    truth: 20 ** 2 / 2 / OHMS,
  };
};

/** Every reading that states its uncertainty, by name. */
export const READINGS: Readonly<Record<string, Trials>> = {
  "power of a level": powerTrials,
  "power at 1 %, steps of 0.5 dB": limitTrials(10 ** (0.5 / 20)),
  "power at 1 %, steps of 1 dB": limitTrials(10 ** (1 / 20)),
  "power at 1 %, steps of 3 dB": limitTrials(10 ** (3 / 20)),
  "power at the knee": kneeTrials,
  "burst power": burstTrials,
  "THD, short record": toneTrials(0.1, 0.02, "thd"),
  "THD, long record": toneTrials(1, 0.05, "thd"),
  "THD+N, short record": toneTrials(0.1, 0.02, "thdPlusNoise"),
  "THD+N, long record": toneTrials(1, 0.05, "thdPlusNoise"),
  frequency: frequencyTrials,
  "noise, unweighted": noiseTrials("none"),
  "noise, A-weighted": noiseTrials("a"),
  "noise, ITU-R 468": noiseTrials("itu-468"),
  crosstalk: crosstalkTrials,
  "output impedance": impedanceTrials,
  gain: gainTrials,
};

/** Share of the trials whose truth lies within twice the standard uncertainty of the reading. */
export const coverageOf = (trials: Trials, count: number): number => {
  let inside = 0;
  for (let seed = 1; seed <= count; seed++) {
    const { value, stdUncertainty, truth } = trials(7919 * seed);
    if (Math.abs(value - truth) <= 2 * stdUncertainty) inside++;
  }
  return inside / count;
};

/** Root mean square of the errors over the stated uncertainties: 1 where these are right, less where they say too much. */
export const scatterOf = (trials: Trials, count: number): number => {
  let squares = 0;
  for (let seed = 1; seed <= count; seed++) {
    const { value, stdUncertainty, truth } = trials(7919 * seed);
    squares += ((value - truth) / stdUncertainty) ** 2;
  }
  return Math.sqrt(squares / count);
};
