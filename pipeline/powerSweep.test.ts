// The power sweep on its way from the bench, or a file, to its result.
import { EXAMPLE_RIGS, onLoads, record } from "@/bench/simulated";
import type { Outcome } from "@/core/outcome";
import { initialSettings, RUN_KINDS, type ChannelResult } from "@/core/run";
import { powerAtDistortion, type StepReading } from "@/core/sweep";
import { encodeWav } from "@/core/wav";
import { playRun, type KeptShot, type PlayRequest } from "./playRun";
import { readRun, type ReadRequest } from "./readRun";

const load = {
  channelIndex: 0,
  loadOhms: 8.2,
  loadOhmsStdUncertainty: 0.02,
  voltsStdUncertaintyRatio: 0.005,
};
const valueOf = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

describe("played on the bench", () => {
  const SETTINGS = { levels: 24, seconds: 3.6, lastVoltsRms: 1.98 };
  const limits = {
    loadWatts: 200,
    overload: { ratio: 5, seconds: 5 },
    loadCelsius: 180,
    sinkCelsius: 75,
    breakerAmperes: 10,
  };
  const home = EXAMPLE_RIGS["home-class-ab"];
  const play = async (change: Partial<PlayRequest> = {}) => {
    const shots: KeptShot[] = [];
    const seconds: number[] = [];
    const read: number[] = [];
    const request: PlayRequest = {
      kind: "power-sweep",
      settings: { ...initialSettings(RUN_KINDS["power-sweep"].fields), ...SETTINGS },
      instrument: { kind: "simulated", amplifier: home, seed: 1 },
      loads: [load, load],
      secondLoads: null,
      ratedWatts: null,
      sampleRateHz: 96_000,
      kept: [],
      limits,
      secondLimits: null,
      ...change,
    };
    const outcome = await playRun(request, {
      onMoment: ({ moment }) => seconds.push(moment.seconds),
      onShot: (shot) => void shots.push(shot),
      onReading: (done) => read.push(done),
    });
    return { channels: valueOf(outcome), shot: shots[0], seconds, read };
  };
  const levelsOf = ([{ levels = [] }]: ChannelResult[]): readonly StepReading[] => levels;
  const wattsAt = (levels: readonly StepReading[]) => {
    const reading = powerAtDistortion(levels, 0.01, "thd-plus-noise");
    return reading.status === "reached" ? reading.powerWatts : NaN;
  };

  test("far past its limit it ends by itself, past ten percent, and its readings are those of the whole one", async () => {
    const { channels, shot, seconds, read } = await play();
    expect(shot.trip).toBeNull();
    expect(Math.max(...seconds)).toBeLessThan(0.9 * SETTINGS.seconds);
    expect(channels[0].stop.reason).toBe("rail-voltage");
    expect(powerAtDistortion(levelsOf(channels), 0.1, "thd-plus-noise").status).toBe("reached");
    expect(read).toEqual([...read].sort((a, b) => a - b));
    expect(read[read.length - 1]).toBeCloseTo(1, 12);
    const whole = await play({ settings: { ...SETTINGS, lastVoltsRms: 1.34 } });
    expect(wattsAt(levelsOf(channels)) / wattsAt(levelsOf(whole.channels))).toBeCloseTo(1, 1);
    expect(structuredClone(channels)).toEqual(channels);
  });

  test("a load that is made for less ends it, and no level that is read lies beyond", async () => {
    const { channels, shot } = await play({ limits: { ...limits, loadWatts: 10, overload: null } });
    expect(shot.trip).toMatchObject({ guard: "load-rating", isOfOutput: false });
    expect(channels[0].stop.reason).toBe("load-guard");
    const levels = levelsOf(channels);
    expect(levels.length).toBeGreaterThan(5);
    expect(Math.max(...levels.map(({ powerWatts }) => powerWatts))).toBeLessThan(14);
    expect(Math.max(...levels.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio))).toBeLessThan(
      0.01,
    );
  });

  test("an output that its relay cuts off ends it, and the readings below stay", async () => {
    const protection = { ...home.protection, tripAmperes: 3, recoverySeconds: 2 };
    const { channels, shot } = await play({
      instrument: { kind: "simulated", amplifier: { ...home, protection }, seed: 1 },
      loads: [load],
      settings: { ...SETTINGS, lastVoltsRms: 0.99 },
    });
    expect(shot.trip).toMatchObject({ isOfOutput: true });
    const levels = levelsOf(channels);
    // 3 A peak into 8.2 ohm is 37 W.
    expect(Math.max(...levels.map(({ powerWatts }) => powerWatts))).toBeLessThan(40);
    expect(
      Math.max(...levels.slice(0, -2).map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio)),
    ).toBeLessThan(0.01);
    expect(channels[0].stop.reason).toBe("output-protection");
  });
});

describe("read from a file", () => {
  const { capture } = record(
    onLoads(EXAMPLE_RIGS["home-class-ab"], [8]),
    {
      stimulus: {
        kind: "level-sweep",
        frequencyHz: 1000,
        firstVoltsPeak: 0.1,
        lastVoltsPeak: 2,
        stepCount: 8,
        stepSeconds: 0.06,
      },
      sampleRateHz: 48_000,
      drives: [true],
    },
    1,
  );
  const request = (
    wav: Uint8Array<ArrayBuffer>,
    fullScaleVolts = capture.fullScaleVolts,
  ): ReadRequest => ({
    kind: "power-sweep",
    settings: {},
    instrument: {
      kind: "files",
      files: [
        { fileName: "sweep.wav", wav, fullScaleVolts, layout: { outputs: [0], input: null } },
      ],
      mainsHz: 50,
    },
    loads: [load],
    secondLoads: null,
    ratedWatts: null,
  });
  const codeOf = async (asked: ReadRequest): Promise<string> => {
    const outcome = await readRun(asked);
    return outcome.ok ? "accepted" : outcome.finding.code;
  };
  const overdriven = Float64Array.from({ length: 48_000 }, (_, n) =>
    Math.max(-1, Math.min(1, (0.2 + n / 24_000) * Math.sin((2 * Math.PI * n) / 48))),
  );

  test("every level is there, and how far it has been read is reported", async () => {
    const told: number[] = [];
    const [{ levels }] = valueOf(await readRun(request(capture.wav), (done) => told.push(done)));
    expect(levels?.length).toBe(8);
    expect(told.length).toBeGreaterThan(4);
  });

  test.each<[string, ReadRequest, string]>([
    ["not a WAV", request(new TextEncoder().encode("not audio at all")), "not-a-wav"],
    ["cut short", request(capture.wav.slice(0, 2000)), "truncated"],
    ["zero full scale", request(capture.wav, 0), "bad-full-scale"],
    [
      "a load of less than nothing",
      { ...request(capture.wav), loads: [{ ...load, loadOhms: -8 }] },
      "bad-load",
    ],
    ["a channel without a load", { ...request(capture.wav), loads: [] }, "channel-mismatch"],
    [
      "an overdriven recorder",
      request(encodeWav([overdriven], 48_000, 1, "int24"), 1),
      "capture-clipped",
    ],
    ["silence", request(encodeWav([new Float64Array(48_000)], 48_000, 1, "int24"), 1), "no-signal"],
  ])("refusal: %s", async (_, asked, code) => expect(await codeOf(asked)).toBe(code));
});
