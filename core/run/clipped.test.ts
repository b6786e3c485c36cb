import { differenceTones, multitone, multitoneCrestFactor } from "../signal";
import { RUN_KINDS, type RunKind } from ".";
import { analyseRun } from "./reading";
import { completeSettings } from "./settings";
import { recorded, tone } from "./testing/recordings";
import { clipped } from "./clipped";

const cut = (volts: Float64Array, height: number) =>
  volts.map((value) => Math.max(-height, Math.min(height, value)));
const read = (kind: RunKind, volts: readonly Float64Array[], change: object = {}) =>
  analyseRun(
    kind,
    volts.map((each, k) => recorded([each], { shot: `file-${k + 1}`, ...change })),
    {
      settings: completeSettings(RUN_KINDS[kind].fields, {}),
      band: { lowHz: 20, highHz: 20_000 },
      mainsHz: 50,
      ratedWatts: 50,
    },
  );
const advice = (outcome: ReturnType<typeof read>): string =>
  outcome.ok ? "read" : outcome.finding.advice;

const RATE = 96_000;
const frame = { sampleRateHz: RATE, seconds: 4, fadeSeconds: 0 };
const at = { sampleRateHz: RATE };

test("a gain is no gain where the tops are held, and it says at which level to go on", () => {
  // Held at 12 V across 8 ohm: 9 W of a sine that just fits, a decibel less is 7.2 W.
  expect(advice(read("gain", [cut(tone(20, 1000), 12)]))).toBe(
    "invalid: the output clipped, at 12.0 V. Repeat it at no more than 7.2 W.",
  );
  expect(advice(read("gain", [tone(20, 1000)]))).toBe("read");
});

test.each([
  [96_000, 0.6],
  [192_000, 0.8],
])(
  "products of clipping are no intermodulation, as far as %d Hz can tell",
  (sampleRateHz, share) => {
    const two = differenceTones(20, { sampleRateHz, seconds: 2, fadeSeconds: 0 });
    expect(advice(read("intermodulation", [two], { sampleRateHz }))).toBe("read");
    expect(advice(read("intermodulation", [cut(two, 20 * share)], { sampleRateHz }))).toMatch(
      /^invalid: the output clipped/,
    );
  },
);

test("a multitone is read by its own crest factor", () => {
  const many = multitone(20, 1, frame, 1);
  expect(advice(read("multitone", [many], at))).toBe("read");
  expect(advice(read("multitone", [cut(many, 10)], at))).toMatch(/^invalid/);
  // IEC 60268-1 and common practice: many tones have a crest factor of some 12 dB, where one has 3.
  expect(multitoneCrestFactor(1, RATE, 1)).toBeGreaterThan(3.2);
  expect(multitoneCrestFactor(1, RATE, 1)).toBeLessThan(4.2);
  const peak = many.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const rms = Math.sqrt(many.reduce((sum, value) => sum + value ** 2, 0) / many.length);
  expect(peak / rms).toBeCloseTo(multitoneCrestFactor(1, RATE, 1), 1);
});

test("one channel that is clipped is named, and the other is read", () => {
  const outcome = analyseRun(
    "gain",
    [recorded([tone(20, 1000), cut(tone(20, 1000), 12)], { shot: "file-1" })],
    { settings: {}, band: { lowHz: 20, highHz: 20_000 }, mainsHz: 50, ratedWatts: null },
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value[0].figures[0].value).not.toBeNull();
  expect(outcome.value[1].summary).toContain("invalid: the output clipped");
});

test("without a load it says so in words alone", () =>
  expect(clipped(0, 12, 2, undefined).finding.advice).toContain("Repeat it at a lower level."));
