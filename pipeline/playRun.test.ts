import { EXAMPLE_RIGS } from "@/bench/simulated";
import {
  initialSettings,
  RUN_KINDS,
  RUN_KIND_NAMES,
  type ChannelResult,
  type RunKind,
  type Settings,
} from "@/core/run";
import { amplitudeRatioToDb } from "@/core/units";
import { playRun, type KeptShot, type PlayRequest } from "./playRun";

const load = (loadOhms: number) => ({
  loadOhms,
  loadOhmsStdUncertainty: 0.01,
  voltsStdUncertaintyRatio: 0.0025,
});
const LIMITS = {
  loadWatts: 200,
  overload: { ratio: 5, seconds: 5 },
  loadCelsius: 180,
  sinkCelsius: 75,
  breakerAmperes: 10,
};
const simulated = (amplifier: object, seed = 1) =>
  ({ kind: "simulated", amplifier, seed }) as const;
const request = (
  kind: RunKind,
  settings: Settings = {},
  change: Partial<PlayRequest> = {},
): PlayRequest => ({
  kind,
  settings: { ...initialSettings(RUN_KINDS[kind].fields), ...settings },
  instrument: simulated(EXAMPLE_RIGS["home-class-ab"]),
  loads: [load(8.21), load(8.18)],
  secondLoads: [load(4.03), load(4.01)],
  ratedWatts: 50,
  sampleRateHz: 96_000,
  kept: [],
  limits: LIMITS,
  secondLimits: null,
  ...change,
});

const play = async (
  asked: PlayRequest,
): Promise<{ channels: ChannelResult[]; shots: KeptShot[] }> => {
  const shots: KeptShot[] = [];
  const outcome = await playRun(asked, {
    onMoment: () => {},
    onShot: (shot) => void shots.push(shot),
  });
  if (!outcome.ok) throw new Error(`${asked.kind}: ${outcome.finding.advice}`);
  return { channels: outcome.value, shots };
};
const figureOf = (channel: ChannelResult, name: string): number => {
  const found = channel.figures.find((each) => each.name === name);
  if (!found || found.value === null)
    throw new Error(
      `no figure ${name} among ${channel.figures.map((each) => each.name).join(", ")}`,
    );
  return found.value;
};

/** Settings that keep a run short; what is checked does not depend on them. */
const QUICK: Partial<Record<RunKind, Settings>> = {
  noise: { seconds: 1 },
  spectrum: { seconds: 0.5 },
  multitone: { seconds: 3 },
  "noise-response": { seconds: 1 },
  "staying-power": { seconds: 1 },
  "heat-soak": { minutes: 3 },
  "mains-draw": { seconds: 1 },
  "low-ohm": { seconds: 0.5 },
  burst: { level: "limit" },
  response: { highHz: 40_000, pointsPerDecade: 5 },
  crosstalk: { pointsPerDecade: 2 },
  impedance: { pointsPerDecade: 2 },
  "distortion-response": { pointsPerDecade: 2, bandHighHz: 40_000 },
  intermodulation: { seconds: 1 },
  residual: { seconds: 0.6 },
  bridged: { seconds: 2 },
};
const PLAYED = RUN_KIND_NAMES.filter((kind) => kind !== "listening-level");

test.each(PLAYED)("%s: runs, with a main reading, a reason and a sentence", async (kind) => {
  const both = kind === "crosstalk" || kind === "spectrum";
  const { channels } = await play(
    request(kind, QUICK[kind], both ? {} : { loads: [load(8.21)], secondLoads: [load(4.03)] }),
  );
  expect(channels.length).toBe(both ? 2 : 1);
  for (const channel of channels) {
    expect(channel.figures.length).toBeGreaterThan(0);
    expect(channel.figures.every(({ value }) => value === null || Number.isFinite(value))).toBe(
      true,
    );
    expect(
      channel.curves.flatMap(({ points }) => points).every((pair) => pair.every(Number.isFinite)),
    ).toBe(true);
    expect(channel.curves.length + channel.bursts.length).toBeGreaterThan(0);
    expect(channel.stop.evidence.length).toBeGreaterThan(10);
    expect(channel.summary).toMatch(/\.$/);
  }
});

const rig = EXAMPLE_RIGS["home-class-ab"];

test("gain is that of the rig, from output and input recorded together", async () => {
  const { channels } = await play(request("gain"));
  expect(amplitudeRatioToDb(figureOf(channels[0], "gain-lowWatts"))).toBeCloseTo(
    amplitudeRatioToDb(rig.input.gainRatio * rig.input.levelRatio),
    1,
  );
  expect(Math.abs(figureOf(channels[1], "balance") - 1)).toBeLessThan(0.02);
});

test("burst power is that of the last clean level, with a flat one above it; clean, it gives less than a clipped moment", async () => {
  const one = { loads: [load(8.21)] };
  const { channels, shots } = await play(request("burst", {}, one));
  const held = await play(request("staying-power", { seconds: 0.6 }, one));
  expect(shots.length).toBeGreaterThan(2);
  // A decibel past its limit a clipped tone has up to a quarter more power than a clean one.
  const clean = figureOf(channels[0], "burst-1 kHz, 20 ms"),
    clipped = figureOf(held.channels[0], "moments");
  expect(clean).toBeLessThan(clipped);
  expect(clean).toBeGreaterThan(0.65 * clipped);
  expect(channels[0].bursts[0].flattened.every((flat) => !flat)).toBe(true);
  expect(channels[0].bursts[1].flattened.some((flat) => flat)).toBe(true);
});

test("clip search: the highest level whose tops are round, with a flat one just above; it says what ends it", async () => {
  const { channels, shots } = await play(
    request("clip-search", { seconds: 0.3 }, { loads: [load(8.21)] }),
  );
  expect(shots.length).toBeGreaterThan(4);
  expect(channels[0].figures[0].label).toBe("output, just below clipping");
  expect(channels[0].stop.reason).toBe("rail-voltage");
  // The crest factor of a sine: peak and RMS volts tell the same power, but for the sag of the first cycles.
  expect(figureOf(channels[0], "power-from-peak") / figureOf(channels[0], "power")).toBeCloseTo(
    1,
    1,
  );
  // The next level up, an eighth of a decibel at most, is past the limit.
  const uncertainty = channels[0].figures[0].stdUncertainty ?? 0;
  expect(uncertainty / figureOf(channels[0], "power")).toBeLessThan(0.03);
});

test("a search whose amplifier gives way backs off below, and says so", async () => {
  const home = EXAMPLE_RIGS["home-class-ab"];
  const guarded = {
    ...home,
    protection: { ...home.protection, tripAmperes: 3, tripSeconds: 0.01 },
  };
  const { channels, shots } = await play(
    request(
      "clip-search",
      { seconds: 0.4 },
      { instrument: simulated(guarded), loads: [load(8.21)] },
    ),
  );
  expect(shots.some(({ trip }) => trip?.isOfOutput)).toBe(true);
  expect(channels[0].stop.reason).toBe("output-protection");
  // 3 A peak into 8.21 ohm is 37 W.
  expect(figureOf(channels[0], "power")).toBeLessThan(37.5);
  expect(figureOf(channels[0], "power")).toBeGreaterThan(33);
});

test("a run that was interrupted goes on with the recordings it has, and ends alike", async () => {
  const one = { loads: [load(8.21)] };
  const whole = await play(request("gain", {}, one));
  const resumed = await play(request("gain", {}, { ...one, kept: whole.shots.slice(0, 1) }));
  expect(resumed.shots.map(({ name }) => name)).toEqual(["highWatts"]);
  expect(resumed.channels).toEqual(whole.channels);
});

test("whoever is handed a recording may take its bytes away: what is read of it has been read", async () => {
  const asked = request("gain", {}, { loads: [load(8.21)] });
  const kept = await play(asked);
  const taken = await playRun(asked, {
    onMoment: () => {},
    onShot: ({ wav }) => void structuredClone(wav.buffer, { transfer: [wav.buffer] }),
  });
  expect(taken).toEqual({ ok: true, value: kept.channels });
});

test("points are added where a response bends, none where it is straight", async () => {
  const bent = { instrument: simulated(EXAMPLE_RIGS["valve-push-pull"]), loads: [load(8.21)] };
  const settings = { pointsPerDecade: 4, highHz: 20_000, loads: "speaker" };
  const few = await play(request("response", { ...settings, bends: "leave" }, bent));
  const more = await play(request("response", { ...settings, bends: "add" }, bent));
  expect(more.shots.map(({ name }) => name)).toEqual(["speaker-first", "speaker-bends"]);
  expect(figureOf(more.channels[0], "points")).toBeGreaterThan(figureOf(few.channels[0], "points"));
});

test("the bridge is worth twice the channel: volts double, each of the two sees half the load", async () => {
  const bridge = await play(request("bridged", { seconds: 2 }, { loads: [load(8.2)] }));
  // The same amplifier, unbridged, both channels into half that load: each gives what each half of the bridge gave.
  const halves = await play(
    request("power-sweep", { seconds: 2, levels: 30 }, { loads: [load(4.1), load(4.1)] }),
  );
  const ofHalf = figureOf(halves.channels[0], "one-percent");
  expect(Math.abs(figureOf(bridge.channels[0], "per-channel") / ofHalf - 1)).toBeLessThan(0.05);
});

test("any other run joins its outputs where it is asked to: bursts into a bridge give twice what each half gives", async () => {
  const bursts = async (change: Partial<PlayRequest>): Promise<number[]> => {
    const { channels } = await play(request("burst", {}, change));
    return channels.map((channel) => figureOf(channel, "burst-1 kHz, 20 ms"));
  };
  const [bridge, ...more] = await bursts({ loads: [load(8.2), load(8.2)], isBridged: true });
  expect(more).toEqual([]);
  // Each half of a bridge sees half the load: handbook relation for two alike outputs.
  const [half] = await bursts({ loads: [load(4.1), load(4.1)] });
  expect(Math.abs(bridge / (2 * half) - 1)).toBeLessThan(0.05);
});

describe("guards while a run plays", () => {
  const one = { loads: [load(8.21)] };
  const SMALL = { ...LIMITS, loadWatts: 5, overload: { ratio: 2, seconds: 0.3 } };

  test("a load that is made for less ends it early, with the numbers; no further recording is made", async () => {
    const { channels, shots } = await play(
      request("spectrum", { watts: 8, seconds: 3 }, { ...one, limits: SMALL }),
    );
    expect(shots.map(({ trip }) => trip?.guard)).toEqual(["load-rating"]);
    expect(channels[0].stop.reason).toBe("load-guard");
    expect(channels[0].stop.evidence).toMatch(
      /The load dissipates [78]\.\d+ W and is as hot as at its continuous rating of 5\.00 W.*reduced the drive after 0\.\d+ s/,
    );
    // 5 W at twice that for 0.3 s: at P it lasts -tau ln(1 - 5/P), tau = 0.3 / ln 2.
    const watts = figureOf(channels[0], "power");
    const expected = (-0.3 / Math.LN2) * Math.log(1 - 5 / watts);
    // It is looked at twenty times a second, and power is that of a tenth of a second before.
    expect(Math.abs((shots[0].trip?.seconds ?? 0) - expected)).toBeLessThan(0.15);
    // What was read before it is worth as much as ever.
    const whole = await play(request("spectrum", { watts: 8, seconds: 3 }, one));
    expect(Math.abs(watts / figureOf(whole.channels[0], "power") - 1)).toBeLessThan(0.02);
    const sinadOf = (channel: ChannelResult) => amplitudeRatioToDb(figureOf(channel, "sinad"));
    expect(Math.abs(sinadOf(channels[0]) - sinadOf(whole.channels[0]))).toBeLessThan(1);
  });

  test("what a load felt in one recording counts in the next", async () => {
    // 6 W into 5 W: from cold -tau ln(1 - 5/6) = 1.8 tau; one recording of a second stays below that, two do not.
    const warm = { ...LIMITS, loadWatts: 5, overload: { ratio: 2, seconds: 0.62 } };
    const { shots } = await play(
      request("gain", { lowWatts: 6, highWatts: 6.01, seconds: 1 }, { ...one, limits: warm }),
    );
    expect(shots.map(({ trip }) => trip?.guard ?? null)).toEqual([null, "load-rating"]);
  });

  test("each load is watched by its own rating", async () => {
    const outcome = await playRun(
      request("impedance", QUICK.impedance, {
        ...one,
        secondLoads: [load(4.03)],
        secondLimits: { ...LIMITS, loadWatts: 0.1, overload: null },
      }),
      { onMoment: () => {}, onShot: () => {} },
    );
    expect(outcome).toMatchObject({
      ok: false,
      finding: { code: "guard-tripped", advice: expect.stringMatching(/its limit is 0\.100 W/) },
    });
  });

  test("one that trips before there is anything to read says so", async () => {
    const outcome = await playRun(
      request(
        "spectrum",
        { watts: 40 },
        { ...one, limits: { ...LIMITS, loadWatts: 1, overload: null } },
      ),
      { onMoment: () => {}, onShot: () => {} },
    );
    expect(outcome).toMatchObject({
      ok: false,
      finding: {
        code: "guard-tripped",
        advice: expect.stringMatching(/The load dissipates .* too early for a reading/),
      },
    });
  });

  test("a converter near its full scale, and a heat sink that gets too hot", async () => {
    const near = await playRun(request("spectrum", { watts: 40, rangeVolts: 20 }, one), {
      onMoment: () => {},
      onShot: () => {},
    });
    expect(near).toMatchObject({
      ok: false,
      finding: { advice: expect.stringContaining("full scale of 20.0 V") },
    });
    const { channels } = await play(
      request(
        "heat-soak",
        { minutes: 60, shareOfRated: 0.5 },
        { ...one, limits: { ...LIMITS, sinkCelsius: 45 } },
      ),
    );
    expect(channels[0].stop).toMatchObject({
      reason: "heat-guard",
      evidence: expect.stringMatching(/heat sink is at 4[5-9]\.\d °C; the limit is 45\.0 °C/),
    });
    expect(figureOf(channels[0], "hottest")).toBeLessThan(50);
  });

  test("a run that was ended by a guard stays ended when it is resumed", async () => {
    const asked = request(
      "intermodulation",
      { seconds: 3 },
      { ...one, ratedWatts: 40, limits: SMALL },
    );
    const whole = await play(asked);
    expect(whole.shots.length).toBe(1);
    const resumed = await play({ ...asked, kept: whole.shots });
    expect(resumed.shots).toEqual([]);
    expect(resumed.channels).toEqual(whole.channels);
  });
});

test.each<[string, Partial<PlayRequest>, RunKind, string]>([
  ["one channel", { loads: [load(8)] }, "crosstalk", "channel-mismatch"],
  ["no second load", { secondLoads: null }, "impedance", "bad-load"],
  ["the same load twice", { secondLoads: [load(8.21), load(8.18)] }, "impedance", "bad-load"],
  [
    "more channels than there are",
    { loads: Array.from({ length: 9 }, () => load(8)) },
    "noise",
    "channel-mismatch",
  ],
])("refusal: %s", async (_, change, kind, code) => {
  const outcome = await playRun(request(kind, QUICK[kind], change), {
    onMoment: () => {},
    onShot: () => {},
  });
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});
