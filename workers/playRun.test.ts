import { EXAMPLE_RIGS } from "@/bench/simulated";
import { initialSettings, DEFINITIONS, MEASURED_KINDS, type MeasuredChannel, type MeasuredKind, type Settings } from "@/core/run";
import { amplitudeRatioToDb } from "@/core/units";
import { playRun, type KeptShot, type PlayRequest } from "./playRun";

const load = (loadOhms: number) => ({ loadOhms, loadOhmsStdUncertainty: 0.01, voltsStdUncertaintyRatio: 0.0025 });
const request = (kind: MeasuredKind, settings: Settings = {}, change: Partial<PlayRequest> = {}): PlayRequest => ({
  kind, settings: { ...initialSettings(DEFINITIONS[kind].fields), ...settings }, rig: EXAMPLE_RIGS["home-class-ab"], loads: [load(8.21), load(8.18)], secondLoads: [load(4.03), load(4.01)], ratedWatts: 50, seed: 1, sampleRateHz: 96_000, kept: [], ...change,
});

const play = async (asked: PlayRequest): Promise<{ channels: MeasuredChannel[]; shots: KeptShot[] }> => {
  const shots: KeptShot[] = [];
  const outcome = await playRun(asked, { onProgress: () => {}, onShot: (shot) => void shots.push(shot) });
  if (!outcome.ok) throw new Error(`${asked.kind}: ${outcome.finding.advice}`);
  return { channels: outcome.value, shots };
};
const figureOf = (channel: MeasuredChannel, name: string): number => {
  const found = channel.figures.find((each) => each.name === name);
  if (!found || found.value === null) throw new Error(`no figure ${name} among ${channel.figures.map((each) => each.name).join(", ")}`);
  return found.value;
};

/** Settings that keep a run short; what is checked does not depend on them. */
const QUICK: Partial<Record<MeasuredKind, Settings>> = {
  noise: { seconds: 1 }, spectrum: { seconds: 0.5 }, multitone: { seconds: 3 }, "noise-response": { seconds: 1 }, "staying-power": { seconds: 1 }, "heat-soak": { minutes: 3 }, "mains-draw": { seconds: 1 }, "low-ohm": { seconds: 0.5 }, burst: { level: "limit" },
  response: { highHz: 40_000, pointsPerDecade: 5 }, crosstalk: { pointsPerDecade: 2 }, impedance: { pointsPerDecade: 2 }, "distortion-response": { pointsPerDecade: 2, bandHighHz: 40_000 }, intermodulation: { seconds: 1 }, residual: { seconds: 0.6 }, bridged: { seconds: 2 },
};
const PLAYED = MEASURED_KINDS.filter((kind) => kind !== "listening-level");

test.each(PLAYED)("%s: runs, with a main reading, a reason and a sentence", async (kind) => {
  const both = kind === "crosstalk" || kind === "spectrum";
  const { channels } = await play(request(kind, QUICK[kind], both ? {} : { loads: [load(8.21)], secondLoads: [load(4.03)] }));
  expect(channels.length).toBe(both ? 2 : 1);
  for (const channel of channels) {
    expect(channel.figures.length).toBeGreaterThan(0);
    expect(channel.figures.every(({ value }) => value === null || Number.isFinite(value))).toBe(true);
    expect(channel.curves.flatMap(({ points }) => points).every((pair) => pair.every(Number.isFinite))).toBe(true);
    expect(channel.curves.length + channel.bursts.length).toBeGreaterThan(0);
    expect(channel.stop.evidence.length).toBeGreaterThan(10);
    expect(channel.summary).toMatch(/\.$/);
  }
});

const rig = EXAMPLE_RIGS["home-class-ab"];

test("gain is that of the rig, from output and input recorded together", async () => {
  const { channels } = await play(request("gain"));
  expect(amplitudeRatioToDb(figureOf(channels[0], "gain-lowWatts"))).toBeCloseTo(amplitudeRatioToDb(rig.input.gainRatio * rig.input.levelRatio), 1);
  expect(Math.abs(figureOf(channels[1], "balance") - 1)).toBeLessThan(0.02);
});

test("burst power is that of the last clean level, with a flat one above it; clean, it gives less than a clipped moment", async () => {
  const one = { loads: [load(8.21)] };
  const { channels, shots } = await play(request("burst", {}, one));
  const held = await play(request("staying-power", { seconds: 0.6 }, one));
  expect(shots.length).toBeGreaterThan(2);
  // A decibel past its limit a clipped tone has up to a quarter more power than a clean one.
  const clean = figureOf(channels[0], "burst-1 kHz, 20 ms"), clipped = figureOf(held.channels[0], "moments");
  expect(clean).toBeLessThan(clipped);
  expect(clean).toBeGreaterThan(0.65 * clipped);
  expect(channels[0].bursts[0].flattened.every((flat) => !flat)).toBe(true);
  expect(channels[0].bursts[1].flattened.some((flat) => flat)).toBe(true);
});

test("a run that was interrupted goes on with the recordings it has, and ends alike", async () => {
  const one = { loads: [load(8.21)] };
  const whole = await play(request("gain", {}, one));
  const resumed = await play(request("gain", {}, { ...one, kept: whole.shots.slice(0, 1) }));
  expect(resumed.shots.map(({ name }) => name)).toEqual(["highWatts"]);
  expect(resumed.channels).toEqual(whole.channels);
});

test("points are added where a response bends, none where it is straight", async () => {
  const bent = { rig: EXAMPLE_RIGS["valve-push-pull"], loads: [load(8.21)] };
  const settings = { pointsPerDecade: 4, highHz: 20_000, loads: "speaker" };
  const few = await play(request("response", { ...settings, bends: "leave" }, bent));
  const more = await play(request("response", { ...settings, bends: "add" }, bent));
  expect(more.shots.map(({ name }) => name)).toEqual(["speaker-first", "speaker-bends"]);
  expect(figureOf(more.channels[0], "points")).toBeGreaterThan(figureOf(few.channels[0], "points"));
});

test("the bridge is worth twice the channel: volts double, each of the two sees half the load", async () => {
  const { channels } = await play(request("bridged", { seconds: 2 }));
  expect(figureOf(channels[0], "per-channel")).toBeCloseTo(figureOf(channels[0], "one-percent") / 2, 6);
});

test.each<[string, Partial<PlayRequest>, MeasuredKind, string]>([
  ["one channel", { loads: [load(8)] }, "crosstalk", "channel-mismatch"],
  ["no second load", { secondLoads: null }, "impedance", "bad-load"],
  ["the same load twice", { secondLoads: [load(8.21), load(8.18)] }, "impedance", "bad-load"],
  ["more channels than there are", { loads: Array.from({ length: 9 }, () => load(8)) }, "noise", "channel-mismatch"],
])("refusal: %s", async (_, change, kind, code) => {
  const outcome = await playRun(request(kind, QUICK[kind], change), { onProgress: () => {}, onShot: () => {} });
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});
