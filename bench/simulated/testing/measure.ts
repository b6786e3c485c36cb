import type { ToneReading } from "@/core/distortion";
import { analyseTone } from "@/core/distortion/reading";
import { powerAtDistortion, type PowerSweepResult } from "@/core/sweep";
import { analysePowerSweep } from "@/core/sweep/reading";
import { decodeChannel, readWavLayout } from "@/core/wav";
import type { Capture } from "../../contract";
import {
  checkRig,
  EXAMPLE_RIGS,
  record,
  resistor,
  type BenchLog,
  type SimulatedLoad,
  type SimulatedRig,
  type SimulatedRequest,
} from "..";

/** A rig from what differs from the usual. */
export const rigOf = (json: object): SimulatedRig => {
  const outcome = checkRig(json);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

export const loaded = (rig: SimulatedRig, ...loads: (number | SimulatedLoad)[]): SimulatedRig => ({
  ...rig,
  loads: loads.map((load) =>
    typeof load === "number" ? resistor(load, { perCelsius: 0, henries: 0 }) : load,
  ),
});

/** A class AB amplifier without any flaw but its rails, on rails that hardly move. */
export const PERFECT = rigOf({
  input: {
    gainRatio: 20,
    furtherChannelsGainRatio: 1,
    secondOrderPerVolt: 0,
    thirdOrderPerVoltSquared: 0,
    noiseVoltsRms: 0,
    humVoltsRms: 0,
    rippleRatio: 0,
    crosstalkRatio: 0,
    offsetVolts: 0,
    bandwidthHz: 1e6,
    slewVoltsPerSecond: 1e9,
    couplingFarads: 0,
    inputOhms: 1e6,
  },
  stage: {
    kind: "class-ab",
    saturationVolts: 0,
    saturationOhms: 0,
    crossoverVolts: 0,
    outputOhms: 0,
    outputCornerHz: 1e6,
  },
  supply: {
    kind: "switched",
    railVolts: 20,
    continuousWatts: 5000,
    peakWatts: 5000,
    outputOhms: 0.001,
    outputFarads: 0.1,
  },
  source: {
    outputOhms: 0,
    noiseVoltsRms: 0,
    secondHarmonicRatio: 0,
    thirdHarmonicRatio: 0,
    mostVoltsRms: 10,
  },
  converter: { noiseRatio: 0 },
  protection: { cutOutCelsius: 0, cutInCelsius: 0, dcTripVolts: 0 },
  loads: [{ kind: "resistor", ohms: 8, perCelsius: 0, henries: 0 }],
});
export const {
  "home-class-ab": HOME,
  "vintage-class-ab": VINTAGE,
  "desk-class-d": DESK,
  "warm-class-a": CLASS_A,
  "valve-push-pull": VALVE,
  "power-class-gh": CLASS_GH,
} = EXAMPLE_RIGS;

export const voltsOf = ({ wav, fullScaleVolts }: Capture): Float64Array[] => {
  const layout = readWavLayout(wav);
  if (!layout.ok) throw new Error(layout.finding.advice);
  return Array.from({ length: layout.value.channelCount }, (_, index) =>
    decodeChannel(wav, layout.value, index, fullScaleVolts),
  );
};

export const RATE_HZ = 192_000;

/** A steady tone at so many volts RMS of the source: the volts across the loads after a settling time. */
export const playTone = (
  rig: SimulatedRig,
  voltsRms: number,
  {
    frequencyHz = 1000,
    seconds = 0.5,
    drives = [true],
    sampleRateHz = RATE_HZ,
    settleSeconds = 0.2,
  }: {
    frequencyHz?: number;
    seconds?: number;
    drives?: readonly boolean[];
    sampleRateHz?: number;
    settleSeconds?: number;
  } = {},
): { volts: Float64Array[]; log: BenchLog } => {
  const { capture, log } = record(
    rig,
    {
      stimulus: {
        kind: "sine",
        frequencyHz,
        voltsPeak: voltsRms * Math.SQRT2,
        seconds: seconds + settleSeconds,
      },
      sampleRateHz,
      drives,
    },
    1,
  );
  return {
    volts: voltsOf(capture).map((volts) =>
      volts.subarray(
        Math.round(settleSeconds * sampleRateHz),
        volts.length - Math.round(0.012 * sampleRateHz),
      ),
    ),
    log,
  };
};

export const readTone = (
  volts: Float64Array,
  sampleRateHz = RATE_HZ,
  highHz = 20_000,
): ToneReading => {
  const outcome = analyseTone(volts, sampleRateHz, { band: { lowHz: 20, highHz } });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

/** Volts RMS of a small tone at one frequency. */
export const smallSignalVolts = (rig: SimulatedRig, frequencyHz: number): number =>
  readTone(playTone(rig, 0.05, { frequencyHz, seconds: 0.6 }).volts[0], RATE_HZ, 80_000)
    .fundamentalVoltsRms;

export const harmonicRatio = ({ harmonics }: ToneReading, order: number): number =>
  harmonics.find((harmonic) => harmonic.order === order)?.ratio ?? 0;

/** A power sweep up to so many volts RMS of the source, analysed like any recording. */
export const sweepOf = (
  rig: SimulatedRig,
  lastVoltsRms: number,
  drives: readonly boolean[] = [true],
  stepSeconds = 0.08,
): { result: PowerSweepResult; log: BenchLog } => {
  const request: SimulatedRequest = {
    stimulus: {
      kind: "level-sweep",
      frequencyHz: 1000,
      firstVoltsPeak: 0.06 * lastVoltsRms,
      lastVoltsPeak: lastVoltsRms * Math.SQRT2,
      stepCount: 16,
      stepSeconds,
    },
    sampleRateHz: 96_000,
    drives,
  };
  const { capture, log } = record(rig, request, 1);
  const channels = drives.map((_, channel) => {
    const load = rig.loads[Math.min(channel, rig.loads.length - 1)];
    return {
      loadOhms: load.kind === "resistor" ? load.ohms : 8,
      loadOhmsStdUncertainty: 0,
      voltsStdUncertaintyRatio: 0,
    };
  });
  const outcome = analysePowerSweep(voltsOf(capture), 96_000, {
    channels,
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: rig.mains.frequencyHz,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return { result: outcome.value, log };
};

/** Power at 1 % THD, interpolated between the steps. */
export const onePercentWatts = ({ channels }: PowerSweepResult, channel = 0): number => {
  const reading = powerAtDistortion(channels[channel].steps, 0.01, "thd");
  if (reading.status !== "reached") throw new Error(reading.status);
  return reading.powerWatts;
};
