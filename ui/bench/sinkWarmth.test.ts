/** @jest-environment jsdom */
import type { SinkFacts } from "@/core/drive";
import { sinks } from "@/records/testing/sinks";
import { rememberSink, warmSink } from "./sinkWarmth";

const sink: SinkFacts = { ...sinks.sink, timeConstantSeconds: 600, fullWatts: 50 };
const NOON = Date.UTC(2026, 10, 20, 12);
/** A run that left the sink so far above the room, without a thermometer on it. */
const leftAt = (kelvin: number) =>
  rememberSink("one", sink, { sinkCelsius: null, predictedSinkCelsius: 22 + kelvin }, NOON);
const minutesLater = (minutes: number) => NOON + 60_000 * minutes;

beforeEach(() => localStorage.clear());

test("a run begins with the sink as warm as the one before left it, less what it lost since", () => {
  leftAt(30);
  expect(warmSink("one", sink, NOON)?.startKelvin).toBe(30);
  // A time constant takes it to 1/e; of ten nothing is left that counts.
  expect(warmSink("one", sink, minutesLater(10))?.startKelvin).toBeCloseTo(30 / Math.E, 9);
  expect(warmSink("one", sink, minutesLater(100))?.startKelvin).toBeLessThan(0.01);
  expect(warmSink("another", sink, NOON)?.startKelvin).toBe(0);
});

test("a thermometer is remembered rather than what was predicted; what nothing tells changes nothing", () => {
  rememberSink("one", sink, { sinkCelsius: 40, predictedSinkCelsius: 60 }, NOON);
  expect(warmSink("one", sink, NOON)?.startKelvin).toBe(18);
  rememberSink("one", sink, { sinkCelsius: null, predictedSinkCelsius: null }, NOON);
  rememberSink("one", null, { sinkCelsius: 90, predictedSinkCelsius: null }, NOON);
  expect(warmSink("one", sink, NOON)?.startKelvin).toBe(18);
});

test.each([
  ["nothing is kept", null],
  ["what is kept is not readable", "{"],
  ["what is kept is something else", '"warm"'],
])("%s: it begins from the room", (_, kept) => {
  if (kept !== null) localStorage.setItem("sink warmth of one", kept);
  expect(warmSink("one", sink, NOON)?.startKelvin).toBe(0);
});

test("a clock that was set back cools nothing and warms nothing", () => {
  leftAt(30);
  expect(warmSink("one", sink, minutesLater(-60))?.startKelvin).toBe(30);
});

test("nothing is predicted where nothing is known, and a browser that keeps nothing stops no run", () => {
  expect(warmSink("one", null)).toBeNull();
  const full = jest.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new Error("full");
  });
  expect(() => leftAt(30)).not.toThrow();
  full.mockRestore();
});
