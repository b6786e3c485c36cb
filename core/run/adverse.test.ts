// What a recording from a real bench may hold, read as every kind of run: each ends in a refusal, a figure with a caution, or
// a figure that is meant. The signals are seeded; the table says what a bench engineer would want of each.
import { BURST_KINDS, bursts, seededNormal } from "../signal";
import { completeSettings, RUN_KINDS, type RunKind } from ".";
import { analyseRun } from "./reading";
import { load, recorded, RATE_HZ } from "./testing/recordings";

const SECONDS = 1.5;
const made = (value: (seconds: number, sample: number) => number): Float64Array =>
  Float64Array.from({ length: SECONDS * RATE_HZ }, (_, n) => value(n / RATE_HZ, n));
const sine = (peak: number, hertz: number) => (seconds: number) =>
  peak * Math.sin(2 * Math.PI * hertz * seconds);
const tone = sine(10, 997);
const noisy = (deviation: number, value: (seconds: number) => number): Float64Array => {
  const normal = seededNormal(7);
  return made((seconds) => value(seconds) + deviation * normal());
};

const SIGNALS = {
  silence: () => made(() => 0),
  offset: () => made(() => 1.5),
  noise: () => noisy(1e-4, () => 0),
  tone: () => noisy(1e-4, tone),
  "two tones": () => noisy(1e-4, (t) => sine(5, 700)(t) + sine(5, 3100)(t)),
  "hum above a tone": () => noisy(1e-3, (t) => sine(3, 50)(t) + sine(1, 997)(t) + sine(1, 150)(t)),
  bursts: () => bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 20, repeats: 3 }, RATE_HZ),
  droop: () => made((t) => tone(t) * (1 - (0.3 * t) / SECONDS)),
  stop: () => made((t) => (t < SECONDS / 2 ? tone(t) : 0)),
  clipped: () => made((t) => Math.max(-6, Math.min(6, tone(t)))),
  "gliding sweep": () =>
    made((t) => {
      const rate = Math.log(1000) / SECONDS;
      return 10 * Math.sin(((2 * Math.PI * 20) / rate) * (Math.exp(t * rate) - 1));
    }),
  levels: () => made((t) => sine(10 ** (Math.floor(t / 0.1) / 12), 997)(t)),
  clicks: () => made((_, n) => (n % 4800 === 0 ? 10 : 0)),
  dropout: () => made((t) => (t > 0.7 && t < 0.71 ? 0 : tone(t))),
} as const;
type Signal = keyof typeof SIGNALS;

/** Of each kind, the signals that it reads, and those that it reads with a caution; it refuses all others. */
const READ: Partial<Record<RunKind, { read: Signal[]; cautioned: Signal[] }>> = {
  noise: { read: ["noise"], cautioned: ["hum above a tone"] },
  gain: { read: ["tone"], cautioned: ["droop", "dropout"] },
  spectrum: { read: ["tone", "clipped"], cautioned: ["droop", "dropout"] },
  response: { read: [], cautioned: [] },
  // Its noise is white, not pink.
  "noise-response": { read: [], cautioned: ["noise"] },
  "line-output": { read: ["tone", "clipped"], cautioned: ["droop", "dropout"] },
  residual: { read: ["tone", "clipped"], cautioned: ["droop", "dropout"] },
  "listening-level": { read: [], cautioned: [] },
  // What listens is a copy here: whatever the tone does, the ratio of the two is what was made.
  crosstalk: {
    read: ["tone", "bursts", "droop", "stop", "levels", "dropout"],
    cautioned: [],
  },
  impedance: { read: [], cautioned: [] },
  multitone: { read: [], cautioned: [] },
  intermodulation: { read: [], cautioned: [] },
  "distortion-response": { read: [], cautioned: [] },
  "power-sweep": { read: ["levels"], cautioned: [] },
  "clip-search": { read: ["tone", "clipped"], cautioned: ["droop", "dropout"] },
  "mains-draw": { read: [], cautioned: [] },
  burst: { read: ["bursts"], cautioned: [] },
  // What becomes of the level is what these are for; a dropout of the recorder looks like a moment without output.
  "staying-power": {
    read: ["tone", "droop", "clipped", "dropout"],
    cautioned: ["bursts", "stop"],
  },
  "full-power-response": { read: [], cautioned: [] },
  bridged: { read: ["levels"], cautioned: [] },
  "low-ohm": { read: ["tone", "droop", "clipped", "dropout"], cautioned: ["bursts", "stop"] },
  "heat-soak": { read: [], cautioned: [] },
};

const answerTo = (kind: RunKind, volts: Float64Array): string => {
  // The first channel is looked at: of crosstalk the one that listens.
  const channels = kind === "crosstalk" ? [volts.map((value) => 1e-3 * value), volts] : [volts];
  const outcome = analyseRun(kind, [recorded(channels, { loads: channels.map(() => load(8)) })], {
    settings: completeSettings(RUN_KINDS[kind].fields, {}),
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
    ratedWatts: 50,
  });
  if (!outcome.ok) {
    // A refusal says what was found, and is a sentence.
    expect(outcome.finding.advice.length).toBeGreaterThan(20);
    return "refused";
  }
  const [channel] = outcome.value;
  expect(channel.figures.length).toBeGreaterThan(0);
  return (channel.cautions ?? []).length > 0 ? "cautioned" : "read";
};

const TABLE = Object.entries(READ).flatMap(([kind, { read, cautioned }]) =>
  (Object.keys(SIGNALS) as Signal[]).map((signal): [RunKind, Signal, string] => {
    const answer = cautioned.includes(signal) ? "cautioned" : "refused";
    return [kind as RunKind, signal, read.includes(signal) ? "read" : answer];
  }),
);

test("every kind of run is in the table", () => {
  expect(Object.keys(READ).toSorted()).toEqual(Object.keys(RUN_KINDS).toSorted());
});

test.each(TABLE)("read as %s, %s is %s", (kind, signal, answer) => {
  expect(answerTo(kind, SIGNALS[signal]())).toBe(answer);
});
