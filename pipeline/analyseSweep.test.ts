import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import { encodeWav } from "@/core/wav";
import { analyseSweep } from "./analyseSweep";
import type { AnalysisRequest } from "./analyseSweep";

const stimulus = {
  kind: "level-sweep",
  frequencyHz: 1000,
  firstVoltsPeak: 0.1,
  lastVoltsPeak: 2,
  stepCount: 8,
  stepSeconds: 0.06,
} as const;
const capture = record(
  onLoads(EXAMPLE_RIGS["home-class-ab"], [8]),
  { stimulus, sampleRateHz: 48_000, drives: [true] },
  1,
).capture;
const load = { loadOhms: 8, loadOhmsStdUncertainty: 0.02, voltsStdUncertaintyRatio: 0.005 };
const request: AnalysisRequest = {
  wav: capture.wav,
  fullScaleVolts: capture.fullScaleVolts,
  conditions: { channels: [load], band: { lowHz: 20, highHz: 20_000 }, mainsHz: 50 },
};

const codeOf = (change: Partial<AnalysisRequest>): string => {
  const outcome = analyseSweep({ ...request, ...change }, () => {});
  return outcome.ok ? "accepted" : outcome.finding.code;
};

test("a recording becomes a result that survives the trip between threads, with progress on the way", () => {
  const done: number[] = [];
  const outcome = analyseSweep(request, ({ doneRatio }) => done.push(doneRatio));
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.channels[0].steps.length).toBe(8);
  expect(structuredClone(outcome)).toEqual(outcome);
  expect(done).toEqual([...done].sort((a, b) => a - b));
  expect(done[done.length - 1]).toBeCloseTo(1, 12);
});

const overdriven = Float64Array.from({ length: 48_000 }, (_, n) =>
  Math.max(-1, Math.min(1, (0.2 + n / 24_000) * Math.sin((2 * Math.PI * n) / 48))),
);

test.each<[string, Partial<AnalysisRequest>, string]>([
  ["not a WAV", { wav: new TextEncoder().encode("not audio at all") }, "not-a-wav"],
  ["cut short", { wav: capture.wav.slice(0, 2000) }, "truncated"],
  ["zero full scale", { fullScaleVolts: 0 }, "bad-full-scale"],
  [
    "negative load",
    { conditions: { ...request.conditions, channels: [{ ...load, loadOhms: -8 }] } },
    "bad-load",
  ],
  [
    "two loads for one channel",
    { conditions: { ...request.conditions, channels: [load, load] } },
    "channel-mismatch",
  ],
  [
    "an overdriven recorder",
    { wav: encodeWav([overdriven], 48_000, 1, "int24") },
    "capture-clipped",
  ],
  ["silence", { wav: encodeWav([new Float64Array(48_000)], 48_000, 1, "int24") }, "no-signal"],
])("refusal: %s", (_, change, code) => expect(codeOf(change)).toBe(code));
