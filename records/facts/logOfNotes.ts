import type { HeatEventKind, HeatLog, HeatSpot, SpotPlace } from "../heat";
import type { LogEntry } from "../log";

/** Notes further apart than this belong to different days at the bench, in milliseconds. Chosen here. */
const APART_MS = 6 * 3600 * 1000;
/** One reading is a note; from two on there is a course. */
const LEAST = 2;

const POWER: Partial<Record<LogEntry["kind"], HeatEventKind>> = {
  "power on": "power on",
  "power off": "power off",
};

const PLACES: readonly (readonly [RegExp, SpotPlace])[] = [
  [/sink/i, "heat sink"],
  [/case|lid|top/i, "case"],
  [/transformer/i, "transformer"],
  [/brick|supply/i, "supply"],
  [/load|resistor/i, "load"],
  [/\bair\b|room/i, "air"],
];

const OF_NOTES = "notes ";

/** Whether a log was made of the logbook’s notes. */
export const isOfNotes = ({ id }: Pick<HeatLog, "id">): boolean => id.startsWith(OF_NOTES);

const spotOf = (name: string): HeatSpot => ({
  id: name,
  name,
  place: PLACES.find(([pattern]) => pattern.test(name))?.[1] ?? "elsewhere",
  surface: "bare metal",
  emissivity: null,
  column: null,
  pin: null,
});

/**
 * What the logbook tells of heat: temperatures that were noted, with power on and off, a log for each time at the bench. What was
 * taken back counts for nothing.
 */
export const logsOfNotes = (entries: readonly LogEntry[], roomCelsius: number): HeatLog[] => {
  const notes = entries
    .filter(({ kind, isStruck }) => !isStruck && (kind === "temperature" || POWER[kind]))
    .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const sittings: LogEntry[][] = [];
  for (const entry of notes) {
    const sitting = sittings[sittings.length - 1];
    const last = sitting?.[sitting.length - 1];
    if (last && Date.parse(entry.at) - Date.parse(last.at) < APART_MS) sitting.push(entry);
    else sittings.push([entry]);
  }
  return sittings.flatMap((sitting) => {
    const read = sitting.filter(({ celsius }) => celsius !== null);
    if (read.length < LEAST) return [];
    const began = Date.parse(sitting[0].at);
    const seconds = ({ at }: LogEntry) => (Date.parse(at) - began) / 1000;
    const nameOf = ({ text }: LogEntry) => text.slice(0, 60) || "somewhere";
    return [
      {
        id: `${OF_NOTES}${sitting[0].id}`.slice(0, 60),
        title: "Logbook notes",
        startedAt: sitting[0].at,
        roomCelsius,
        setup: "",
        file: null,
        runId: null,
        spots: [...new Set(read.map(nameOf))].map(spotOf),
        readings: read.map((entry) => ({
          id: entry.id,
          spotId: nameOf(entry),
          seconds: seconds(entry),
          celsius: entry.celsius,
          hand: null,
        })),
        events: sitting.flatMap((entry) => {
          const kind = POWER[entry.kind];
          return kind
            ? [
                {
                  id: entry.id,
                  seconds: seconds(entry),
                  kind,
                  text: entry.text.slice(0, 200),
                  loadWatts: null,
                  mainsWatts: null,
                },
              ]
            : [];
        }),
        isStruck: false,
      },
    ];
  });
};
