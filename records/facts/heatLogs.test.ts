import { emptyDocument, type HeatEvent, type HeatLog } from "..";
import {
  coursesOf,
  logOfRun,
  probesOfRun,
  readLog,
  readSpot,
  sinkEvenness,
  sinkOf,
  stretchesOf,
  courseWithin,
} from ".";
import { HEAT_LIMITS } from "@/core/heat";

const event = (seconds: number, kind: HeatEvent["kind"], watts: Partial<HeatEvent> = {}) => ({
  id: `${kind} ${seconds}`,
  seconds,
  kind,
  text: "",
  loadWatts: null,
  mainsWatts: null,
  ...watts,
});

const spot = (id: string, more: Partial<HeatLog["spots"][number]> = {}) => ({
  id,
  name: id,
  place: "heat sink" as const,
  surface: "bare metal" as const,
  emissivity: null,
  column: null,
  pin: null,
  ...more,
});

const log = (more: Partial<HeatLog> = {}): HeatLog => ({
  id: "l",
  title: "By hand",
  startedAt: "2026-11-25T10:00:00Z",
  roomCelsius: 22,
  setup: "",
  file: null,
  runId: null,
  spots: [spot("left")],
  readings: [],
  events: [],
  isStruck: false,
  ...more,
});

/** Readings of one store: 63.5 W at 0.6 K/W settle 38.1 K above the room. */
const warming = (spotId: string, kelvinPerWatt = 0.6, from = 0) =>
  Array.from({ length: 40 }, (_, k) => ({
    id: `${spotId}${k}`,
    spotId,
    seconds: from + 120 * k,
    celsius: 22 + 63.5 * kelvinPerWatt * (1 - Math.exp((-120 * k) / 900)),
    hand: null,
  }));

test("readings by eye become courses in order of time; a hand is no temperature", () => {
  const [course] = coursesOf(
    log({
      readings: [
        { id: "b", spotId: "left", seconds: 120, celsius: 30, hand: null },
        { id: "a", spotId: "left", seconds: 60, celsius: 25, hand: null },
        { id: "c", spotId: "left", seconds: 180, celsius: null, hand: "held" },
        { id: "d", spotId: "right", seconds: 180, celsius: 90, hand: null },
      ],
    }),
    null,
  );
  expect([Array.from(course.course.seconds), Array.from(course.course.celsius)]).toEqual([
    [60, 120],
    [25, 30],
  ]);
  expect(course.hands).toEqual([{ seconds: 180, word: "held" }]);
});

test("what an infrared thermometer read of bare metal is worked back, with how far that is known", () => {
  const reading = { id: "a", spotId: "left", seconds: 0, celsius: 27, hand: null };
  const [bare] = coursesOf(
    log({ spots: [spot("left", { emissivity: 0.2 })], readings: [reading] }),
    null,
  );
  expect(bare.course.celsius[0]).toBeGreaterThan(42);
  expect(bare.radiationKelvin).toBeGreaterThan(2);
  const [painted] = coursesOf(
    log({ spots: [spot("left", { emissivity: 0.95 })], readings: [reading] }),
    null,
  );
  expect(painted.course.celsius[0]).toBeCloseTo(27, 9);
});

test("events part the time; watts that are not told again hold on, a remark parts nothing", () => {
  const events = [
    event(600, "fan on"),
    event(0, "power on", { loadWatts: 20, mainsWatts: 100 }),
    event(300, "remark"),
    event(900, "power off"),
  ];
  expect(
    stretchesOf({ events }, 1200).map(({ fromSeconds, toSeconds, begunBy, ...watts }) => [
      fromSeconds,
      toSeconds,
      begunBy?.kind,
      watts.loadWatts,
      watts.mainsWatts,
    ]),
  ).toEqual([
    [0, 600, "power on", 20, 100],
    [600, 900, "fan on", 20, 100],
    [900, 1200, "power off", 0, null],
  ]);
  expect(stretchesOf({ events: [] }, 60)).toHaveLength(1);
});

test("a course within a stretch, its ends included", () => {
  const course = {
    seconds: Float64Array.of(0, 10, 20, 30),
    celsius: Float64Array.of(1, 2, 3, 4),
  };
  const part = courseWithin(course, { fromSeconds: 10, toSeconds: 20 });
  expect(Array.from(part.celsius)).toEqual([2, 3]);
  expect(courseWithin(course, { fromSeconds: 40, toSeconds: 50 }).seconds).toHaveLength(0);
});

const reading = (log: HeatLog) => {
  const [course] = coursesOf(log, null);
  const [stretch] = stretchesOf(log, 4680);
  const outcome = readSpot(course, stretch, { roomCelsius: 22, limits: HEAT_LIMITS });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test("closed form: 63.5 W of heat that settle 38.1 K above the room are 0.600 K/W; 60.1 °C is on both sides of a grade", () => {
  const found = reading(
    log({
      readings: warming("left"),
      events: [event(0, "power on", { mainsWatts: 80, loadWatts: 16.5 })],
    }),
  );
  expect(found.resistance?.value).toBeCloseTo(0.6, 2);
  // Half a kelvin of 38, and 1 % of 80 W in 63.5: 1.3 % each.
  expect((found.resistance?.stdUncertainty ?? 0) / 0.6).toBeCloseTo(0.018, 2);
  expect(found.grades).toEqual(["acceptable", "hot"]);
  expect(found.tooHot?.seconds).toBeNull();
  expect(found.isSettled).toBe(true);
});

test("without watts there is no thermal resistance, nor of what the amplifier does not warm", () => {
  expect(reading(log({ readings: warming("left") })).resistance).toBeNull();
  const ofLoad = log({
    spots: [spot("left", { place: "load" })],
    readings: warming("left"),
    events: [event(0, "power on", { mainsWatts: 80, loadWatts: 16.5 })],
  });
  expect(reading(ofLoad).resistance).toBeNull();
  expect(reading(ofLoad).grades).toEqual([]);
});

test("a sink that is no warmer than the room as it was typed has no thermal resistance, and nothing breaks", () => {
  const found = reading({
    ...log({
      readings: warming("left"),
      events: [event(0, "power on", { mainsWatts: 80, loadWatts: 16.5 })],
    }),
    roomCelsius: 22,
  });
  expect(found.resistance).not.toBeNull();
  const [course] = coursesOf(log({ readings: warming("left") }), null);
  const [stretch] = stretchesOf(
    { events: [event(0, "power on", { mainsWatts: 80, loadWatts: 16.5 })] },
    4680,
  );
  const hotRoom = readSpot(course, stretch, { roomCelsius: 75, limits: HEAT_LIMITS });
  expect(hotRoom.ok && hotRoom.value.resistance).toBeNull();
});

test("while it cools there is no grade, but when it may be held", () => {
  const readings = Array.from({ length: 20 }, (_, k) => ({
    id: String(k),
    spotId: "left",
    seconds: 30 * k,
    celsius: 22 + 60 * Math.exp((-30 * k) / 900),
    hand: null,
  }));
  const found = reading(log({ readings }));
  expect(found.isCooling).toBe(true);
  expect(found.grades).toEqual([]);
  // 48 °C: 26 of 60 kelvin are left.
  expect((found.holdable?.seconds?.value ?? 0) / (900 * Math.log(60 / 26))).toBeCloseTo(1, 1);
});

const settled = (name: string, celsius: number) => ({
  name,
  place: "heat sink",
  settled: { low: celsius - 0.2, value: celsius, high: celsius + 0.2 },
});

test("left 60 °C and right 48 °C are lopsided; one spot alone is nothing to compare", () => {
  expect(
    sinkEvenness([settled("left", 60), settled("right", 48)], { roomCelsius: 22 }),
  ).toMatchObject({ word: "lopsided", hottestName: "left", coolestName: "right" });
  expect(sinkEvenness([settled("left", 60)], { roomCelsius: 22 })).toBeNull();
});

const curve = (name: string, points: [number, number][]) => ({
  name,
  label: name,
  x: "seconds" as const,
  y: "celsius" as const,
  points,
});
const soak = (figures: [string, number][]) =>
  ({
    id: "run",
    takenAt: "2026-11-25T10:00:00Z",
    source: "simulated-bench",
    conditions: {},
    result: {
      kind: "heat-soak",
      channels: [
        {
          figures: figures.map(([name, value]) => ({
            name,
            label: name,
            quantity: "watts",
            value,
            stdUncertainty: null,
            bound: null,
          })),
          curves: [
            curve("sink", [
              [0, 22],
              [60, 30],
            ]),
            curve("load", [
              [0, 22],
              [60, 50],
            ]),
          ],
        },
      ],
    },
  }) as unknown as Parameters<typeof logOfRun>[0];

test("a soak of the Bench is a log: its curves are spots, its watts hold from the beginning", () => {
  const run = soak([
    ["output", 12],
    ["mains", 70],
  ]);
  const made = logOfRun(run, 21);
  expect(made.spots.map(({ place, column }) => [place, column])).toEqual([
    ["heat sink", 0],
    ["load", 1],
  ]);
  expect(made.events).toEqual([
    { id: "on", seconds: 0, kind: "power on", text: "", loadWatts: 12, mainsWatts: 70 },
  ]);
  expect(Array.from(probesOfRun(run)[1].celsius)).toEqual([22, 50]);
});

test("after a cut-out the watts at the end say nothing of those before", () => {
  const made = logOfRun(
    soak([
      ["output", 0],
      ["mains", 5],
      ["cut-out-after", 40],
    ]),
    21,
  );
  expect(made.events.map(({ kind, seconds, mainsWatts }) => [kind, seconds, mainsWatts])).toEqual([
    ["power on", 0, null],
    ["cut-out", 40, null],
  ]);
});

test("a document without any heat has the house's own grades", () =>
  expect(emptyDocument("heat")).toMatchObject({ logs: [], limits: HEAT_LIMITS }));

const powered = event(0, "power on", { mainsWatts: 80, loadWatts: 16.5 });

test("the cooling for the Plan: of the hottest spot of the sink, in the stretch with power on", () => {
  const both = log({
    spots: [spot("left"), spot("right"), spot("case", { place: "case" })],
    readings: [...warming("left"), ...warming("right", 0.5), ...warming("case", 0.7)],
    events: [powered, event(4681, "power off")],
  });
  const sink = sinkOf(both, null, HEAT_LIMITS);
  expect(sink?.kelvinPerWatt).toBeCloseTo(0.6, 2);
  expect((sink?.timeConstantSeconds ?? 0) / 900).toBeCloseTo(1, 1);
  expect(sinkOf({ ...both, events: [] }, null, HEAT_LIMITS)).toBeNull();
});

test("a probe in the air tells the room better than what was typed", () => {
  const air = Array.from({ length: 10 }, (_, k) => ({
    id: `a${k}`,
    spotId: "air",
    seconds: 400 * k,
    celsius: 26,
    hand: null,
  }));
  const read = readLog(
    log({
      spots: [spot("left"), spot("air", { place: "air" })],
      readings: [...warming("left"), ...air],
      events: [powered],
    }),
    null,
    HEAT_LIMITS,
  );
  expect(read.roomCelsius).toBe(26);
  // 60.1 °C is 34.1 K above it, not 38.1.
  expect(read.spots[0].reading?.resistance?.value).toBeCloseTo(34.1 / 63.5, 2);
});

test("a change that nobody wrote down is reported, and no settled temperature; written down, each stretch is read", () => {
  const rise = (seconds: number, kelvin: number) => kelvin * (1 - Math.exp(-seconds / 600));
  const readings = Array.from({ length: 60 }, (_, k) => ({
    id: `r${k}`,
    spotId: "left",
    seconds: 60 * k,
    celsius: 22 + rise(60 * k, 30) + (k > 30 ? rise(60 * (k - 30), 25) : 0),
    hand: null,
  }));
  const [unsaid] = readLog(log({ readings }), null, HEAT_LIMITS).spots;
  expect(unsaid.reading).toBeNull();
  expect(unsaid.why).toMatch(/contact changed.*enter the change as an event/);
  const events = [event(0, "level", { loadWatts: 20 }), event(1800, "level", { loadWatts: 40 })];
  const said = log({ readings, events });
  const settled = [0, 1].map(
    (stretch) => readLog(said, null, HEAT_LIMITS, stretch).spots[0].reading?.settled.value,
  );
  expect(settled[0]).toBeCloseTo(52, 0);
  expect(settled[1]).toBeCloseTo(77, 0);
});
