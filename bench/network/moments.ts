import { peakOf, rootMeanSquare } from "@/core/numeric";
import type { RecordingMoment } from "../contract";
import type { Seen } from "./InstrumentSession";
import type { MeterGlance, ProbeTemperatures } from "./NetworkMeters";

/** What a moment is part of. */
export type At = {
  seconds: number;
  doneRatio: number;
  driveVoltsRms: number;
  loadOhms: readonly number[];
};

const NO_METERS: MeterGlance = { voltsRms: null, mains: null, temperatures: null };

/** Readings of the loads, in the form that the guards take. */
export const loadsIn = (temperatures: ProbeTemperatures | null): number[] =>
  temperatures && temperatures.loadCelsius !== null ? [temperatures.loadCelsius] : [];

const around = ({ mains, temperatures }: MeterGlance) => ({
  loadCelsius: loadsIn(temperatures),
  sinkCelsius: temperatures?.sinkCelsius ?? null,
  mainsAmperes: mains?.mainsAmperes ?? null,
  isCutOut: false,
});

const wattsOf = (voltsRms: readonly number[], { loadOhms }: At): number[] =>
  voltsRms.map((each, k) => each ** 2 / (loadOhms[k] ?? loadOhms[0]));

/** How things stand, by what the oscilloscope saw last. */
export const momentSeen = (seen: Seen, at: At, meters = NO_METERS): RecordingMoment => {
  const { loadOhms: _, ...when } = at;
  const voltsRms = seen.volts.map(rootMeanSquare);
  return {
    ...when,
    voltsRms,
    voltsPeak: seen.volts.map(peakOf),
    loadWatts: wattsOf(voltsRms, at),
    ...around(meters),
    last: (seconds) => {
      const count = Math.round(seconds * seen.sampleRateHz);
      return {
        volts: seen.volts.map((each) => each.subarray(Math.max(0, each.length - count))),
        sampleRateHz: seen.sampleRateHz,
      };
    },
  };
};

/**
 * The same by the voltmeter while the oscilloscope still records: it reads the first channel, and the others are taken to stand to it
 * as they did when all were seen last.
 */
export const momentMetered = (
  voltsRms: number,
  shares: readonly number[],
  at: At,
  meters: MeterGlance,
): RecordingMoment => {
  const { loadOhms: _, ...when } = at;
  const each = shares.map((share) => share * voltsRms);
  return {
    ...when,
    voltsRms: each,
    voltsPeak: each.map((rms) => Math.SQRT2 * rms),
    loadWatts: wattsOf(each, at),
    ...around(meters),
    last: () => ({ volts: each.map(() => new Float64Array(0)), sampleRateHz: 1 }),
  };
};

/** Every channel over the first; one that is at rest stands for nothing. */
export const sharesOf = ({ volts }: Seen): number[] => {
  const [first, ...others] = volts.map(rootMeanSquare);
  return [1, ...others.map((each) => (first > 0 ? each / first : 1))];
};
