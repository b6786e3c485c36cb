import { AudioTransport } from "./AudioTransport";
import type { AudioFault, FromTransport, ToTransport } from "./messages";

const RATE_HZ = 48_000;
const QUANTUM = 128;
/** Ten milliseconds, and the block size of the input. */
const FADE_QUANTA = Math.ceil((0.01 * RATE_HZ) / QUANTUM) + 1;

/** A transport with something to hear, on a clock that is turned by hand. */
const bench = (channelCount = 1) => {
  const told: FromTransport[] = [];
  const transport = new AudioTransport(channelCount, RATE_HZ, (message) => told.push(message));
  let frame = 0;
  const hum = (): Float32Array[] =>
    Array.from({ length: channelCount }, () =>
      Float32Array.from({ length: QUANTUM }, (_, n) => 1e-6 * (1 + ((frame + n) % 7))),
    );
  const turn = (input = hum(), at = frame): Float32Array => {
    const output = [new Float32Array(QUANTUM)];
    transport.process(input, output, at);
    frame = at + QUANTUM;
    return output[0];
  };
  const hear = (message: ToTransport): void => transport.hear(message);
  hear({ type: "arm", mostRatios: [0.5], riseDbPerSecond: 60 });
  return {
    hear,
    turn,
    frame: () => frame,
    turns: (count: number): Float32Array[] =>
      Array.from({ length: count }, () => {
        hear({ type: "alive" });
        return turn();
      }),
    faults: (): AudioFault[] => told.flatMap((each) => (each.type === "fault" ? [each.fault] : [])),
    told,
  };
};
const peakOf = (samples: Float32Array): number => Math.max(...samples.map(Math.abs));
const constant = (value: number, length: number): Float32Array =>
  new Float32Array(length).fill(value);

test("it is silent until it is asked to play, plays the signal sample for sample, and gives the frame at which it began", () => {
  const { hear, turn, turns, told } = bench();
  expect(peakOf(turns(3)[2])).toBe(0);
  const samples = Float32Array.from({ length: 200 }, (_, n) => (n + 1) / 1000);
  hear({ type: "play", id: 7, samples: [samples] });
  const first = turn();
  expect(told).toContainEqual({ type: "playing", id: 7, firstFrame: 3 * QUANTUM });
  expect([...first, ...turn()]).toEqual([...samples, ...constant(0, 2 * QUANTUM - 200)]);
});

test("what comes in is reported whole, block after block, with the frame of each", () => {
  const { turns, told } = bench(2);
  turns(24);
  const heard = told.flatMap((each) => (each.type === "heard" ? [each] : []));
  expect(heard.map(({ firstFrame }) => firstFrame)).toEqual([0, 1024, 2048]);
  for (const { firstFrame, channels } of heard) {
    expect(channels).toHaveLength(2);
    channels[1].forEach((value, n) =>
      expect(value).toBeCloseTo(1e-6 * (1 + ((firstFrame + n) % 7)), 10),
    );
  }
});

test("nothing louder than the amplifier's input stands is ever played: not a part of it either", () => {
  const { hear, turn, faults } = bench();
  hear({ type: "play", id: 1, samples: [constant(0.6, 500)] });
  expect(peakOf(turn())).toBe(0);
  expect(faults()).toEqual(["too-loud"]);
  // The most itself is not too loud, however it was rounded.
  const third = bench();
  third.hear({ type: "arm", mostRatios: [1 / 3], riseDbPerSecond: 60 });
  third.hear({ type: "play", id: 1, samples: [constant(1 / 3, 500)] });
  expect(peakOf(third.turn())).toBeCloseTo(1 / 3, 6);
  expect(third.faults()).toEqual([]);
  const other = bench();
  other.hear({ type: "tone", frequencyHz: 1000, ratios: [0.9] });
  expect(Math.max(...other.turns(2000).map(peakOf))).toBeLessThanOrEqual(0.5);
});

test("a tone begins at its minimum and rises no faster than asked, but falls at once", () => {
  const { hear, turns } = bench();
  hear({ type: "arm", mostRatios: [0.5], riseDbPerSecond: 40 });
  hear({ type: "tone", frequencyHz: 1000, ratios: [0.5] });
  const quanta = RATE_HZ / QUANTUM;
  const peaks = turns(2 * quanta).map(peakOf);
  expect(peaks[0]).toBeLessThan(6e-4);
  // 40 dB a second, from a thousandth of the most.
  expect(peaks[quanta - 1] / 5e-4).toBeGreaterThan(90);
  expect(peaks[quanta - 1] / 5e-4).toBeLessThan(101);
  expect(peaks[2 * quanta - 1]).toBeCloseTo(0.5, 3);
  hear({ type: "tone", frequencyHz: 1000, ratios: [0.001] });
  expect(
    peakOf(turns(Math.ceil((0.04 * RATE_HZ) / QUANTUM)).at(-1) ?? constant(1, 1)),
  ).toBeLessThan(0.002);
});

test("outputs of the device that nobody asked for stay at zero, never anything else", () => {
  const told: FromTransport[] = [];
  const transport = new AudioTransport(1, RATE_HZ, (message) => told.push(message));
  transport.hear({ type: "arm", mostRatios: [0.5], riseDbPerSecond: 60 });
  const outputs = (): Float32Array[] => {
    const output = [constant(NaN, QUANTUM), constant(NaN, QUANTUM)];
    transport.process([constant(1e-6, QUANTUM)], output, frame);
    frame += QUANTUM;
    return output;
  };
  let frame = 0;
  transport.hear({ type: "tone", frequencyHz: 1000, ratios: [0.1] });
  for (const [used, unused] of [outputs(), outputs()]) {
    expect(used.every(Number.isFinite)).toBe(true);
    expect(peakOf(unused)).toBe(0);
  }
  transport.hear({ type: "play", id: 1, samples: [constant(0.1, 1000)] });
  for (let k = 0; k < FADE_QUANTA; k++) outputs();
  expect(outputs().map((each) => each[5])).toEqual([Math.fround(0.1), 0]);
});

test("mute reaches the output in the next quantum, falls steadily, and is silence within ten milliseconds", () => {
  const { hear, turn, turns, faults } = bench();
  hear({ type: "play", id: 1, samples: [constant(0.5, RATE_HZ)] });
  turns(20);
  hear({ type: "fade" });
  const first = turn();
  for (let n = 1; n < first.length; n++) expect(first[n]).toBeLessThan(first[n - 1]);
  const rest = turns(FADE_QUANTA);
  expect(peakOf(rest[FADE_QUANTA - 1])).toBe(0);
  // What was left of the samples does not come back.
  expect(Math.max(...turns(50).map(peakOf))).toBe(0);
  expect(faults()).toEqual([]);
});

test("what plays is never cut off: something else begins only once that has faded, and a new start fades too", () => {
  const { hear, turns, told } = bench();
  const steepest = (quanta: Float32Array[]): number => {
    const all = quanta.flatMap((each) => [...each]);
    return Math.max(...all.slice(1).map((value, n) => Math.abs(value - all[n])));
  };
  hear({ type: "play", id: 1, samples: [constant(0.5, RATE_HZ)] });
  turns(20);
  hear({ type: "play", id: 2, samples: [constant(0, 5000)] });
  // A fade of ten milliseconds from a half: a thousandth a sample.
  expect(steepest(turns(20))).toBeLessThan(0.002);
  const began = told.flatMap((each) => (each.type === "playing" ? [each] : []));
  expect(began[1].firstFrame).toBeGreaterThanOrEqual(20 * QUANTUM + 0.01 * RATE_HZ);
  hear({ type: "play", id: 3, samples: [constant(0.5, RATE_HZ)] });
  turns(60);
  hear({ type: "arm", mostRatios: [0.5], riseDbPerSecond: 60 });
  expect(steepest(turns(20))).toBeLessThan(0.002);
});

test("muted by somebody else: a tone may be turned up again, a recording is broken off, and what was still on its way does not begin", () => {
  const tone = bench();
  tone.hear({ type: "tone", frequencyHz: 1000, ratios: [0.4] });
  tone.turns(400);
  tone.hear({ type: "mute" });
  tone.hear({ type: "tone", frequencyHz: 1000, ratios: [0.001] });
  expect(peakOf(tone.turns(40)[39])).toBeLessThan(0.0011);
  expect(tone.faults()).toEqual([]);
  const run = bench();
  run.hear({ type: "play", id: 1, samples: [constant(0.4, RATE_HZ)] });
  run.turns(20);
  run.hear({ type: "mute" });
  run.hear({ type: "play", id: 2, samples: [constant(0.4, RATE_HZ)] });
  run.turns(FADE_QUANTA);
  expect(Math.max(...run.turns(20).map(peakOf))).toBe(0);
  expect(new Set(run.faults())).toEqual(new Set(["muted"]));
});

test.each<[AudioFault, (of: ReturnType<typeof bench>) => void]>([
  ["gap", ({ turn, frame }) => void turn(undefined, frame() + QUANTUM)],
  ["dropout", ({ turn }) => void turn([constant(0, QUANTUM)])],
  ["input-lost", ({ turn }) => void turn([])],
  [
    "lease",
    ({ turn }) => {
      for (let k = 0; k < (1.1 * RATE_HZ) / QUANTUM; k++) turn();
    },
  ],
  ["device-lost", ({ hear }) => hear({ type: "fail", fault: "device-lost" })],
  ["page-left", ({ hear }) => hear({ type: "fail", fault: "page-left" })],
])(
  "%s: told once, silent within ten milliseconds, and silent until it is armed anew",
  (fault, happen) => {
    const of = bench();
    of.hear({ type: "play", id: 1, samples: [constant(0.4, 10 * RATE_HZ)] });
    of.turns(20);
    happen(of);
    expect(of.faults()).toEqual([fault]);
    expect(peakOf(of.turns(FADE_QUANTA)[FADE_QUANTA - 1])).toBe(0);
    of.hear({ type: "tone", frequencyHz: 1000, ratios: [0.1] });
    of.hear({ type: "play", id: 2, samples: [constant(0.4, RATE_HZ)] });
    expect(Math.max(...of.turns(20).map(peakOf))).toBe(0);
    of.hear({ type: "arm", mostRatios: [0.5], riseDbPerSecond: 60 });
    of.hear({ type: "play", id: 3, samples: [constant(0.4, RATE_HZ)] });
    expect(peakOf(of.turns(2)[1])).toBeCloseTo(0.4, 6);
  },
);

test("at rest nothing is a fault: devices come and go, and nobody needs to be there", () => {
  const { turn, frame, faults } = bench();
  turn([]);
  turn(undefined, frame() + 5 * QUANTUM);
  for (let k = 0; k < (3 * RATE_HZ) / QUANTUM; k++) turn([constant(0, QUANTUM)]);
  // The gap is still told, so that what was heard before and after it is never taken for one stretch.
  expect(faults()).toEqual(["gap"]);
});
