import { failure, type Outcome } from "../outcome";
import type { ChannelResult, SoakMoment } from "./types";
import { readSoak } from "./methods/heatSoak";

/** What one probe of a logger read, in order of time. */
type ProbeReadings = { name: string; seconds: Float64Array; celsius: Float64Array };

/** Which of a logger's probes was where, from 0; null where none was there. */
export type ProbePlaces = { sink: number | null; casing: number | null; load: number | null };

/**
 * Reads a heat soak from a logger's file. What a logger does not know, output and mains, stays unsaid.
 * Between two readings of a probe its temperature is taken as straight.
 * @returns a finding where no probe is on the heat sink, or the log is too short
 * Definition: linear between two readings.
 */
export const readSoakLog = (
  { spots }: { spots: readonly ProbeReadings[] },
  { sink, casing, load }: ProbePlaces,
  channelCount: number,
): Outcome<ChannelResult[]> => {
  if (sink === null || !spots[sink])
    return failure("channel-mismatch", "Heat sink", "choose which probe was on the heat sink.");
  const at = (spot: number | null, seconds: number): number | null =>
    spot === null || !spots[spot] ? null : celsiusAt(spots[spot], seconds);
  const ofSink = spots[sink];
  const moments = Array.from(thinned(ofSink.seconds), (k): SoakMoment => {
    const seconds = ofSink.seconds[k];
    return {
      seconds,
      sinkCelsius: ofSink.celsius[k],
      caseCelsius: at(casing, seconds),
      loadCelsius: at(load, seconds),
      loadWatts: null,
      mainsWatts: null,
      isCutOut: false,
    };
  });
  return readSoak(moments, [], channelCount);
};

/** Moments that a run keeps of its curves; the log itself stays as it came. */
const MOST_MOMENTS = 2000;

/** Places of all readings, or of so many that lie evenly among them, the first and the last included. */
const thinned = ({ length }: Float64Array): readonly number[] => {
  const count = Math.min(length, MOST_MOMENTS);
  return Array.from({ length: count }, (_, k) => Math.round((k * (length - 1)) / (count - 1)));
};

const celsiusAt = ({ seconds: times, celsius }: ProbeReadings, seconds: number): number | null => {
  if (times.length === 0) return null;
  let low = 0,
    high = times.length - 1;
  if (seconds >= times[high]) return celsius[high];
  // The first reading that is not before.
  while (low < high) {
    const middle = (low + high) >> 1;
    if (times[middle] >= seconds) high = middle;
    else low = middle + 1;
  }
  const before = Math.max(0, low - 1);
  const share =
    times[low] > times[before] ? (seconds - times[before]) / (times[low] - times[before]) : 1;
  return celsius[before] + Math.max(0, share) * (celsius[low] - celsius[before]);
};

const SINK = /sink|kühl|heat ?s|radiat|dissip|koel|ks\b/i;
const CASE = /case|gehäuse|lid|top|boîtier|behuizing/i;
const LOAD = /load|resist|last\b|dummy|charge|carico/i;

/** Where probes are by their names; the first that is named nowhere else is taken for the heat sink's. */
export const guessPlaces = (names: readonly string[]): ProbePlaces => {
  const find = (pattern: RegExp): number | null => {
    const at = names.findIndex((name) => pattern.test(name));
    return at < 0 ? null : at;
  };
  const casing = find(CASE),
    load = find(LOAD);
  const other = names.findIndex((_, k) => k !== casing && k !== load);
  return { sink: find(SINK) ?? (other < 0 ? null : other), casing, load };
};
