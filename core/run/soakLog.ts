import { failure, type Outcome } from "../outcome";
import type { ChannelResult, SoakMoment } from "./types";
import { RUN_METHODS } from "./runMethods";

/** What one probe of a logger read. */
export type ProbeReadings = {
  name: string;
  points: readonly { seconds: number; celsius: number }[];
};

/** Which of a logger's probes was where, from 0; null where none was there. */
export type ProbePlaces = { sink: number | null; casing: number | null; load: number | null };

/**
 * Reads a heat soak from a logger's file. What a logger does not know, output and mains, stays unsaid.
 * Between two readings of a probe its temperature is taken as straight.
 * @returns a finding where no probe is on the heat sink, or the log is too short
 */
export const readSoakLog = (
  { spots }: { spots: readonly ProbeReadings[] },
  { sink, casing, load }: ProbePlaces,
  channelCount: number,
): Outcome<ChannelResult[]> => {
  const soak = RUN_METHODS["heat-soak"].soak;
  if (sink === null || !spots[sink] || !soak)
    return failure("channel-mismatch", "Heat sink", "say which probe was on the heat sink.");
  const at = (spot: number | null, seconds: number): number | null =>
    spot === null || !spots[spot] ? null : celsiusAt(spots[spot].points, seconds);
  const moments = spots[sink].points.map(({ seconds, celsius }): SoakMoment => ({
    seconds,
    sinkCelsius: celsius,
    caseCelsius: at(casing, seconds),
    loadCelsius: at(load, seconds),
    loadWatts: null,
    mainsWatts: null,
    isCutOut: false,
  }));
  return soak.read(moments, [], channelCount);
};

const celsiusAt = (points: ProbeReadings["points"], seconds: number): number | null => {
  const after = points.findIndex((point) => point.seconds >= seconds);
  if (after < 0) return points.at(-1)?.celsius ?? null;
  const [one, two] = [points[Math.max(0, after - 1)], points[after]];
  const share =
    two.seconds > one.seconds ? (seconds - one.seconds) / (two.seconds - one.seconds) : 1;
  return one.celsius + Math.max(0, share) * (two.celsius - one.celsius);
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
