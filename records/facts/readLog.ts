import type { Interval, HeatLimits } from "@/core/heat";
import type { ProbeLog } from "@/core/files";
import { meanOf } from "@/core/numeric";
import type { MeasuredSink } from "@/core/plan";
import type { HeatLog, HeatSpot } from "../heat";
import {
  coursesOf,
  stretchesOf,
  courseWithin,
  type SpotCourse,
  type SteadyStretch,
} from "./heatLogs";
import { readSpot, sinkEvenness, type SpotReading } from "./heatReadings";

/** What one spot comes to in the stretch that is looked at. */
export type ReadSpot = {
  spot: HeatSpot;
  /** Null where it is too early; `why` then says so. */
  reading: SpotReading | null;
  why: string | null;
  /** The last temperature that was read, in degrees Celsius. */
  last: number | null;
};

/** All that a log comes to in one stretch. */
export type ReadLog = {
  courses: readonly SpotCourse[];
  stretches: readonly SteadyStretch[];
  /** The one that is looked at. */
  stretch: SteadyStretch;
  spots: readonly ReadSpot[];
  evenness: ReturnType<typeof sinkEvenness>;
  /** As a probe in the air read it meanwhile; what was said of the room without one. */
  roomCelsius: number;
  endSeconds: number;
};

/** The air as its probe read it in a stretch; null without one. */
const roomIn = (courses: readonly SpotCourse[], stretch: SteadyStretch): number | null => {
  const air = courses.find(({ spot }) => spot.place === "air");
  const { celsius } = air ? courseWithin(air.course, stretch) : { celsius: new Float64Array() };
  return celsius.length > 0 ? meanOf(celsius) : null;
};

/** A steady state less certain than this, in kelvin, is not reported. */
const WIDEST_KELVIN = 15;

/** Whether a band is narrow enough to be of use. */
export const isKnown = ({ low, high }: Interval): boolean => (high - low) / 2 <= WIDEST_KELVIN;

/** Readings that a stretch needs to be chosen by itself. */
const ENOUGH = 8;

const lastSecondsOf = (courses: readonly SpotCourse[]): number =>
  Math.max(
    0,
    ...courses.map(({ course, hands }) =>
      Math.max(course.seconds.at(-1) ?? 0, hands.at(-1)?.seconds ?? 0),
    ),
  );

/** The longest stretch with readings enough in which power was on; the longest of all without one. */
const usualStretch = (
  stretches: readonly SteadyStretch[],
  courses: readonly SpotCourse[],
): number => {
  const lengths = stretches.map((stretch) => {
    const isEnough = courses.some(
      ({ course }) => courseWithin(course, stretch).seconds.length >= ENOUGH,
    );
    const isOff = stretch.begunBy?.kind === "power off" || stretch.begunBy?.kind === "cut-out";
    return (stretch.toSeconds - stretch.fromSeconds) * (isEnough ? 1 : 1e-3) * (isOff ? 1e-3 : 1);
  });
  return lengths.indexOf(Math.max(...lengths));
};

/**
 * Reads a log: every spot in the stretch that is looked at.
 * @param chosen the stretch's place among all; the usual one where it is null or no longer there
 */
export const readLog = (
  log: HeatLog,
  probes: readonly ProbeLog[] | null,
  limits: HeatLimits,
  chosen: number | null = null,
): ReadLog => {
  const courses = coursesOf(log, probes);
  const endSeconds = lastSecondsOf(courses);
  const all = stretchesOf(log, Math.max(endSeconds, 1));
  const stretches = all.length > 0 ? all : stretchesOf({ events: [] }, Math.max(endSeconds, 1));
  const stretch = stretches[chosen ?? usualStretch(stretches, courses)] ?? stretches[0];
  const roomCelsius = roomIn(courses, stretch) ?? log.roomCelsius;
  const facts = { roomCelsius, limits };
  const spots = courses.map((each): ReadSpot => {
    const outcome = readSpot(each, stretch, facts);
    return {
      spot: each.spot,
      reading: outcome.ok ? outcome.value : null,
      why: outcome.ok ? null : whyNot(each, outcome.finding.advice),
      last: each.course.celsius.at(-1) ?? null,
    };
  });
  const settled = spots.flatMap(({ spot: { name, place }, reading }) =>
    reading && !reading.isCooling && isKnown(reading.settled)
      ? [{ name, place, settled: reading.settled }]
      : [],
  );
  return {
    courses,
    stretches,
    stretch,
    spots,
    evenness: sinkEvenness(settled, { roomCelsius }),
    roomCelsius,
    endSeconds,
  };
};

const whyNot = ({ course, hands }: SpotCourse, advice: string): string => {
  if (course.seconds.length > 0) return advice;
  return hands.length > 0 ? "touched only" : "not read yet";
};

/** The spot that the stage speaks of: the hottest of the heat sink, or of all. */
export const leadSpot = ({ spots }: ReadLog): ReadSpot | null => {
  const hottest = (among: readonly ReadSpot[]) =>
    among.toSorted(
      (a, b) =>
        (b.reading?.settled.value ?? b.last ?? 0) - (a.reading?.settled.value ?? a.last ?? 0),
    )[0] ?? null;
  const sinks = spots.filter(({ spot }) => spot.place === "heat sink");
  return hottest(sinks.length > 0 ? sinks : spots);
};

/** Whether a log says anywhere what came from the mains: without it there is no thermal resistance. */
export const tellsWatts = ({ events }: Pick<HeatLog, "events">): boolean =>
  events.some(({ mainsWatts }) => mainsWatts !== null && mainsWatts !== undefined);

/**
 * What a log says of the amplifier's cooling: thermal resistance and time constant of the hottest spot of its heat sink. Null where
 * the watts are not known, or another change came first.
 */
export const sinkOf = (
  log: HeatLog,
  probes: readonly ProbeLog[] | null,
  limits: HeatLimits,
): MeasuredSink | null => {
  // Without watts from the mains there is nothing to find, however long the fits would take.
  if (!tellsWatts(log)) return null;
  const lead = leadSpot(readLog(log, probes, limits));
  if (lead?.spot.place !== "heat sink" || !lead.reading?.resistance) return null;
  const { resistance, timeConstantSeconds } = lead.reading;
  // What is known no better than to a third is no better than a typical value.
  if (resistance.stdUncertainty > resistance.value / 6) return null;
  return { kelvinPerWatt: resistance.value, timeConstantSeconds: timeConstantSeconds.value };
};
