// What every kind of run has in common: a look at the recording before it is read, and what becomes of channels that hold nothing.
import { analyseRun } from "./reading";
import { recorded, sum, tone } from "./testing/recordings";
import type { Recorded, RunKind } from "./types";

const CONDITIONS = {
  settings: {},
  band: { lowHz: 20, highHz: 20_000 },
  mainsHz: 50,
  ratedWatts: 20,
};
const silence = new Float64Array(tone(1, 1000, 1).length);
const read = (kind: RunKind, recordings: readonly Recorded[]) =>
  analyseRun(kind, recordings, CONDITIONS);
const valueOf = (kind: RunKind, ...recordings: Recorded[]) => {
  const outcome = read(kind, recordings);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const adviceOf = (kind: RunKind, ...recordings: Recorded[]): string => {
  const outcome = read(kind, recordings);
  return outcome.ok ? "read" : `${outcome.finding.where}: ${outcome.finding.advice}`;
};

test("one silent channel is named, and the other read", () => {
  const [silent, sound] = valueOf("spectrum", recorded([silence, tone(5, 1000, 1)]));
  expect(silent.figures.every(({ value }) => value === null)).toBe(true);
  expect(silent.figures.map(({ name }) => name)).toEqual(sound.figures.map(({ name }) => name));
  expect(silent.cautions).toMatchObject([{ code: "not-read", touches: [] }]);
  expect(silent.summary).toContain("silent");
  expect(sound.cautions).toBeUndefined();
  expect(sound.figures.find(({ name }) => name === "volts")?.value).toBeCloseTo(5 / Math.SQRT2, 3);
});

test("where claims of power are judged by every channel, a silent one is left to the reviewer", () => {
  expect(adviceOf("power-sweep", recorded([silence, tone(5, 1000, 1)]))).toMatch(
    /^Channel 1: .*silent/,
  );
});

test("all channels silent: nothing is read", () => {
  expect(adviceOf("noise", recorded([silence]))).toMatch(/^Channel 1: .*silent/);
});

test("a file that is no single tone is refused with what is in it; played on purpose it is read, with the caution", () => {
  const two = sum(tone(5, 1000, 1), tone(4, 1700, 1));
  expect(adviceOf("spectrum", recorded([two], { stimulus: null }))).toMatch(/more than one tone/);
  const [played] = valueOf(
    "spectrum",
    recorded([two], {
      stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.2, seconds: 1 },
    }),
  );
  expect(played.cautions).toMatchObject([{ code: "doubtful" }]);
  expect(played.cautions?.[0].text).toContain("1 kHz tone that was played");
});

test("distortion that no harmonic in the band could tell is no figure, and the sentence says so", () => {
  const [channel] = valueOf("spectrum", recorded([tone(5, 15_000, 1)], { stimulus: null }));
  const figureOf = (name: string) => channel.figures.find((each) => each.name === name)?.value;
  expect([figureOf("thd"), figureOf("thd-plus-noise"), figureOf("sinad")]).toEqual([
    null,
    null,
    null,
  ]);
  expect(figureOf("power")).toBeGreaterThan(0);
  expect(channel.summary).toMatch(/No harmonic of 15 kHz/);
});

test("the band is the run's own: up to 40 kHz a 12 kHz tone has harmonics that tell of it", () => {
  const volts = sum(tone(5, 12_000, 1), tone(0.05, 24_000, 1));
  const outcome = analyseRun("spectrum", [recorded([volts])], {
    ...CONDITIONS,
    settings: { bandLowHz: 20, bandHighHz: 40_000 },
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ figures, cautions }] = outcome.value;
  expect(figures.find(({ name }) => name === "thd")?.value).toBeCloseTo(0.01, 4);
  expect(cautions).toBeUndefined();
});

test("what takes two channels says of a silent one that it is silent", () => {
  expect(adviceOf("crosstalk", recorded([tone(5, 1000, 1), silence]))).toMatch(
    /^Channel 2: .*silent/,
  );
});
