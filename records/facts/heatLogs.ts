import { surfaceCelsius, type Course, type HandWord } from "@/core/heat";
import type { ProbeLog } from "@/core/files";
import type { HeatEvent, HeatLog, HeatReading, HeatSpot, SpotPlace } from "../heat";
import type { Run } from "../run";

/** What was read at one spot: its temperatures, and what touching it showed. */
export type SpotCourse = {
  spot: HeatSpot;
  course: Course;
  hands: readonly { seconds: number; word: HandWord }[];
  /** Standard uncertainty that the emissivity brings, in kelvin, where it is the largest; 0 for a probe that touches. */
  radiationKelvin: number;
};

/** Emissivity that an infrared thermometer without a setting assumes. Common practice. */
const ASSUMED_EMISSIVITY = 0.95;
/** How well an emissivity from a table is known. Common practice. */
const EMISSIVITY_STD = 0.03;

/**
 * The courses of a log: from its typed readings, or from the probes of its file or run.
 * @param probes what the logger's file or the soak holds; null where there is none, or it is not there yet
 */
export const coursesOf = (
  { spots, readings, roomCelsius }: HeatLog,
  probes: readonly ProbeLog[] | null,
): SpotCourse[] =>
  spots.map((spot) => {
    const mine = readings
      .filter(({ spotId }) => spotId === spot.id)
      .toSorted((a, b) => a.seconds - b.seconds);
    const hands = mine.flatMap(({ seconds, hand }) => (hand ? [{ seconds, word: hand }] : []));
    const probe = spot.column === null ? null : probes?.[spot.column];
    if (probe)
      return {
        spot,
        course: { seconds: probe.seconds, celsius: probe.celsius },
        hands,
        radiationKelvin: 0,
      };
    const read = mine.flatMap((reading) => truly(reading, spot, roomCelsius));
    return {
      spot,
      course: {
        seconds: Float64Array.from(read, ({ seconds }) => seconds),
        celsius: Float64Array.from(read, ({ celsius }) => celsius),
      },
      hands,
      radiationKelvin: Math.max(0, ...read.map(({ stdUncertainty }) => stdUncertainty)),
    };
  });

/** A reading as the surface really is; none where a hand was on it, or nothing can radiate so. */
const truly = (
  { seconds, celsius }: HeatReading,
  { emissivity }: HeatSpot,
  roomCelsius: number,
): { seconds: number; celsius: number; stdUncertainty: number }[] => {
  if (celsius === null || celsius === undefined) return [];
  if (emissivity === null || emissivity === undefined)
    return [{ seconds, celsius, stdUncertainty: 0 }];
  const surface = surfaceCelsius(celsius, {
    assumedEmissivity: ASSUMED_EMISSIVITY,
    emissivity,
    emissivityStdUncertainty: Math.min(EMISSIVITY_STD, emissivity / 3),
    surroundingsCelsius: roomCelsius,
  });
  return surface ? [{ seconds, ...surface }] : [];
};

/** A time in which nothing was changed, so that one course can be fitted to it. */
export type SteadyStretch = {
  fromSeconds: number;
  toSeconds: number;
  /** What began it; null for the log itself. */
  begunBy: HeatEvent | null;
  /** All loads together, and from the mains; null where nothing was said. */
  loadWatts: number | null;
  mainsWatts: number | null;
};

/** Events that change how warm things get; a remark does not. */
const changesHeat = ({ kind }: HeatEvent): boolean => kind !== "remark";

/**
 * The times between what was changed, in order; watts hold until they are entered again.
 * @param endSeconds of the last reading
 */
export const stretchesOf = (
  { events }: Pick<HeatLog, "events">,
  endSeconds: number,
): SteadyStretch[] => {
  const changes = events.filter(changesHeat).toSorted((a, b) => a.seconds - b.seconds);
  const stretches: SteadyStretch[] = [];
  let now: SteadyStretch = {
    fromSeconds: 0,
    toSeconds: endSeconds,
    begunBy: null,
    loadWatts: null,
    mainsWatts: null,
  };
  for (const event of changes) {
    if (event.seconds > now.fromSeconds) stretches.push({ ...now, toSeconds: event.seconds });
    const isOff = event.kind === "power off" || event.kind === "cut-out";
    now = {
      fromSeconds: event.seconds,
      toSeconds: Math.max(event.seconds, endSeconds),
      begunBy: event,
      loadWatts: event.loadWatts ?? (isOff ? 0 : now.loadWatts),
      mainsWatts: event.mainsWatts ?? (isOff ? null : now.mainsWatts),
    };
  }
  return [...stretches, now].filter(({ fromSeconds, toSeconds }) => toSeconds > fromSeconds);
};

/** A course within a stretch. */
export const courseWithin = (
  { seconds, celsius }: Course,
  { fromSeconds, toSeconds }: Pick<SteadyStretch, "fromSeconds" | "toSeconds">,
): Course => {
  const from = seconds.findIndex((at) => at >= fromSeconds);
  if (from < 0) return { seconds: new Float64Array(), celsius: new Float64Array() };
  const past = seconds.findIndex((at) => at > toSeconds);
  const to = past < 0 ? seconds.length : past;
  return { seconds: seconds.subarray(from, to), celsius: celsius.subarray(from, to) };
};

/** Curves of a soak, where each probe sat. */
const PLACES: Readonly<Record<string, SpotPlace>> = {
  sink: "heat sink",
  case: "case",
  load: "load",
};

/** The soak of the Bench as a log of its own, before the reviewer says anything of it. */
export const logOfRun = (
  run: Pick<Run, "id" | "takenAt" | "conditions" | "result" | "source">,
  roomCelsius: number,
): HeatLog => {
  const [first] = run.result.channels;
  const valueOf = (name: string): number | null =>
    first.figures.find((figure) => figure.name === name)?.value ?? null;
  const cutOut = valueOf("cut-out-after");
  const outputs = run.result.channels.map(
    ({ figures }) => figures.find(({ name }) => name === "output")?.value ?? null,
  );
  // Where it cut out, output and mains were read after that.
  const isSteady = cutOut === null;
  const loadWatts =
    isSteady && outputs.every((watts) => watts !== null)
      ? outputs.reduce((sum: number, watts) => sum + (watts ?? 0), 0)
      : null;
  const curves = first.curves;
  return {
    id: run.id,
    title: run.source === "simulated-bench" ? "Simulated soak" : "Bench soak",
    startedAt: run.takenAt,
    roomCelsius: run.conditions.ambientCelsius ?? curves[0]?.points[0]?.[1] ?? roomCelsius,
    setup: run.conditions.setting ?? "",
    ...(run.conditions.setup && { takenOn: run.conditions.setup }),
    file: null,
    runId: run.id,
    spots: curves.map(({ name, label }, column) => ({
      id: name,
      name: label,
      place: PLACES[name] ?? "elsewhere",
      surface: "bare metal" as const,
      emissivity: null,
      column,
      pin: null,
    })),
    readings: [],
    events: [
      {
        id: "on",
        seconds: 0,
        kind: "power on" as const,
        text: "",
        loadWatts,
        mainsWatts: isSteady ? valueOf("mains") : null,
      },
      ...(cutOut === null
        ? []
        : [
            {
              id: "cut-out",
              seconds: cutOut,
              kind: "cut-out" as const,
              text: "by its own protection",
              loadWatts: null,
              mainsWatts: null,
            },
          ]),
    ],
    isStruck: false,
  };
};

/** The probes of a soak, from the curves that its run keeps. */
export const probesOfRun = ({ result }: Pick<Run, "result">): ProbeLog[] =>
  result.channels[0].curves.map(({ label, points }) => ({
    name: label,
    seconds: Float64Array.from(points, ([seconds]) => seconds),
    celsius: Float64Array.from(points, ([, celsius]) => celsius),
  }));
