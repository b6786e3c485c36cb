import fc from "fast-check";
import { stepsOfFrequencies, stimulusVolts } from "../signal";
import { powerSpectrum } from "../spectrum";
import { captureVolts, hasReferenceCaptures, truthOf } from "../testing/referenceCapture";
import { amplitudeRatioToDb } from "../units";
import {
  completeSettings,
  RUN_KINDS,
  initialSettings,
  RUN_KIND_NAMES,
  readTyped,
  spectrumCurve,
  type ChannelResult,
  type RunKind,
  type Recorded,
  type Settings,
} from ".";
import { wavePicture } from "./figures";

const RATE_HZ = 96_000;
const load = (loadOhms: number) => ({
  loadOhms,
  loadOhmsStdUncertainty: 0.01,
  voltsStdUncertaintyRatio: 0.0025,
});
const recorded = (volts: Float64Array[], change: Partial<Recorded> = {}): Recorded => ({
  shot: "file-1",
  sampleRateHz: RATE_HZ,
  volts,
  input: null,
  loads: volts.map(() => load(8)),
  stimulus: null,
  meters: null,
  events: [],
  ...change,
});
const analysed = (
  kind: RunKind,
  recordings: readonly Recorded[],
  settings: Settings = {},
): ChannelResult[] => {
  const outcome = RUN_KINDS[kind].analyse(recordings, {
    settings: completeSettings(RUN_KINDS[kind].fields, settings),
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
    ratedWatts: 50,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const valueOf = (channel: ChannelResult, name: string): number => {
  const value = channel.figures.find((each) => each.name === name)?.value;
  if (typeof value !== "number")
    throw new Error(`no ${name} among ${channel.figures.map((each) => each.name).join(", ")}`);
  return value;
};
const tone = (volts: number, hertz: number, seconds = 0.5) =>
  Float64Array.from(
    { length: seconds * RATE_HZ },
    (_, n) => volts * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ),
  );

describe("settings", () => {
  test.each(RUN_KIND_NAMES)("%s: as usual they are within their own range", (kind) => {
    const { fields } = RUN_KINDS[kind];
    expect(completeSettings(fields, {})).toEqual(initialSettings(fields));
  });
  test("what is out of range is the caller's mistake", () => {
    expect(() => completeSettings(RUN_KINDS.spectrum.fields, { frequencyHz: 1e6 })).toThrow(
      RangeError,
    );
    expect(() => completeSettings(RUN_KINDS.noise.fields, { weighting: "z" })).toThrow(RangeError);
  });
});

describe("closed forms", () => {
  test("gain from output and input: 26 dB is 26 dB, and a second channel that is 0.2 dB lower shows it", () => {
    const ratio = 10 ** (26 / 20),
      input = tone(0.1, 1000);
    const outputs = [
      input.map((value) => ratio * value),
      input.map((value) => ratio * 10 ** (-0.2 / 20) * value),
    ];
    const channels = analysed("gain", [recorded(outputs, { input })]);
    expect(amplitudeRatioToDb(valueOf(channels[0], "gain-file-1"))).toBeCloseTo(26, 6);
    expect(amplitudeRatioToDb(valueOf(channels[1], "balance"))).toBeCloseTo(-0.2, 6);
    expect(valueOf(channels[0], "input-for-rated")).toBeCloseTo(Math.sqrt(400) / ratio, 6);
  });

  test("output impedance: a source behind half an ohm, into 8 and into 4 ohm, has a damping factor of 16", () => {
    const frequencies = [250, 1000, 4000];
    const stimulus = { kind: "frequency-list", frequencies, voltsPeak: 1 } as const;
    const input = stimulusVolts(stimulus, RATE_HZ);
    const into = (ohms: number, shot: string) =>
      recorded([input.map((value) => (10 * value * ohms) / (ohms + 0.5))], {
        shot,
        input,
        stimulus,
        loads: [load(ohms)],
      });
    const [channel] = analysed("impedance", [into(8, "run"), into(4, "second")]);
    expect(valueOf(channel, "damping-1000")).toBeCloseTo(16, 3);
    expect(valueOf(channel, "impedance")).toBeCloseTo(0.5, 5);
    expect(Math.abs(valueOf(channel, "reactance"))).toBeLessThan(1e-6);
  });

  test("a response of one pole is 3 dB down at its corner, and phase comes with the recorded input", () => {
    const frequencies = Array.from({ length: 31 }, (_, k) => 20 * 10 ** (k / 10));
    const corner = 5000;
    const volts = new Float64Array(
      Math.round(
        stepsOfFrequencies(frequencies).reduce((sum, { seconds }) => sum + seconds, 0) * RATE_HZ,
      ) + 1,
    );
    for (const { frequencyHz, startSeconds, seconds } of stepsOfFrequencies(frequencies)) {
      const ratio = 1 / Math.hypot(1, frequencyHz / corner),
        phase = -Math.atan(frequencyHz / corner);
      for (
        let n = Math.ceil(startSeconds * RATE_HZ);
        n < (startSeconds + seconds) * RATE_HZ && n < volts.length;
        n++
      )
        volts[n] =
          ratio * Math.sin(2 * Math.PI * frequencyHz * (n / RATE_HZ - startSeconds) + phase);
    }
    const stimulus = { kind: "frequency-list", frequencies, voltsPeak: 1 } as const;
    const [channel] = analysed("response", [
      recorded([volts], { shot: "run-first", stimulus, input: stimulusVolts(stimulus, RATE_HZ) }),
    ]);
    expect(valueOf(channel, "high-3-db") / corner).toBeCloseTo(1.02, 1);
    const phase = channel.curves
      .find(({ name }) => name === "phase-run")
      ?.points.find(([hertz]) => Math.abs(hertz / 5024 - 1) < 0.01);
    expect(phase?.[1]).toBeCloseTo(-Math.PI / 4, 1);
  });

  test("what was added to a tone: a thousandth of a harmonic is 60 dB under it", () => {
    const volts = tone(10, 1000).map(
      (value, n) => value + 0.01 * Math.sin((2 * Math.PI * 3000 * n) / RATE_HZ),
    );
    expect(
      amplitudeRatioToDb(valueOf(analysed("residual", [recorded([volts])])[0], "residual")),
    ).toBeCloseTo(-60, 2);
  });

  test("crosstalk each way, each channel driven in turn", () => {
    const stimulus = {
      kind: "frequency-list",
      frequencies: [250, 1000, 4000],
      voltsPeak: 1,
    } as const;
    const driven = stimulusVolts(stimulus, RATE_HZ);
    const channels = analysed("crosstalk", [
      recorded([driven, driven.map((value) => 0.001 * value)], { stimulus }),
      recorded([driven.map((value) => 0.01 * value), driven], { stimulus }),
    ]);
    expect(channels.map((channel) => amplitudeRatioToDb(valueOf(channel, "at-1000")))).toEqual([
      expect.closeTo(-40, 3),
      expect.closeTo(-60, 3),
    ]);
  });

  test("mains: 200 W in and 100 W out are 50 % and 100 W of heat", () => {
    const volts = tone(Math.SQRT2 * Math.sqrt(800), 1000);
    const [channel] = analysed("mains-draw", [
      recorded([volts], { shot: "rated", meters: { mainsWatts: 200, mainsAmperes: 1 } }),
    ]);
    expect([
      valueOf(channel, "efficiency-rated"),
      valueOf(channel, "heat-rated"),
      valueOf(channel, "margin-rated"),
    ]).toEqual([expect.closeTo(0.5, 5), expect.closeTo(100, 2), expect.closeTo(15, 1)]);
  });

  test("a spectrum's line stands at its RMS volts however it is thinned", () => {
    const { points } = spectrumCurve(
      powerSpectrum(tone(Math.SQRT2, 1000, 2), RATE_HZ, "blackmanHarris7"),
      "x",
      { lowHz: 5, highHz: 48_000 },
    );
    const [hertz, volts] = points.reduce((best, point) => (point[1] > best[1] ? point : best));
    expect([hertz, volts]).toEqual([expect.closeTo(1000, 3), expect.closeTo(1, 6)]);
    expect(points.length).toBeLessThan(1500);
  });

  test("property: a picture holds finite volts only, wherever it begins and however short the record", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 4000 }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 1e-6, max: 1, noNaN: true }),
        (length, from, seconds) =>
          wavePicture(new Float64Array(length).fill(1), RATE_HZ, from, seconds, "x").points.every(
            ([, volts]) => volts === 1,
          ),
      ),
      { seed: 3 },
    );
  });
});

describe("events and meters", () => {
  test("a soak that cut out says so; one that settled does not claim a bound", () => {
    const moments = Array.from({ length: 40 }, (_, k) => ({
      seconds: 90 * k,
      sinkCelsius: 22 + 30 * (1 - Math.exp(-k / 5)),
      caseCelsius: 40,
      loadCelsius: 50,
      loadWatts: [6, 6],
      mainsWatts: 60,
      isCutOut: false,
    }));
    const settled = RUN_KINDS["heat-soak"].soak!.read(moments, [], 2);
    const first = (outcome: typeof settled) =>
      outcome.ok
        ? [
            outcome.value.length,
            outcome.value[0].figures[0].label,
            outcome.value[0].figures[0].bound,
            outcome.value[0].stop.reason,
          ]
        : outcome.finding.advice;
    expect(first(settled)).toEqual([2, "heat sink, settled", null, "level-reached"]);
    const cut = RUN_KINDS["heat-soak"].soak!.read(
      moments.slice(0, 4),
      [{ seconds: 300, event: "thermal-cut-out" }],
      1,
    );
    expect(first(cut)).toEqual([1, "heat sink at the end", "at-least", "thermal-cut-out"]);
    expect(RUN_KINDS["heat-soak"].soak!.read(moments.slice(0, 2), [], 1).ok).toBe(false);
  });

  test("typed: 20 V RMS across 8 ohm are 50 W; 28.28 V peak say the same; nothing typed is asked for", () => {
    const read = readTyped("clip-search", [{ voltsRms: 20, voltsPeak: 28.2843 }], [load(8)]);
    expect(read).toMatchObject({
      ok: true,
      value: [{ figures: [{ value: 50 }, { value: expect.closeTo(50, 3) }, {}] }],
    });
    const nothing = readTyped("clip-search", [{}], [load(8)]);
    expect(nothing.ok ? "" : nothing.finding.advice).toMatch(/Voltmeter, just below flat tops/);
    expect(readTyped("response", [{}], [load(8)]).ok).toBe(false);
  });

  test("typed listening level: 88 dB at 1 m from a speaker of 88 dB takes 2.83 V, 1 W into 8 ohm", () => {
    const read = readTyped(
      "listening-level",
      [{ levelDb: 88, metres: 1, sensitivityDb: 88, ohms: 8 }],
      [load(8)],
    );
    expect(read).toMatchObject({
      ok: true,
      value: [
        { figures: [{ value: expect.closeTo(1, 6) }, { value: expect.closeTo(Math.sqrt(8), 6) }] },
      ],
    });
  });
});

test.each<[RunKind, string]>([
  ["crosstalk", "channel-mismatch"],
  ["impedance", "no-samples"],
  ["spectrum", "no-signal"],
  ["burst", "no-signal"],
  ["heat-soak", "no-samples"],
])("refusal: a silent recording of one channel is no %s", (kind, code) => {
  const outcome = RUN_KINDS[kind].analyse([recorded([new Float64Array(RATE_HZ)])], {
    settings: initialSettings(RUN_KINDS[kind].fields),
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
    ratedWatts: null,
  });
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});

(hasReferenceCaptures ? describe : describe.skip)("reference captures, against their truth", () => {
  const runOf = (name: string, kind: RunKind, settings: Settings = {}) => {
    const { channels, sampleRateHz } = captureVolts(name);
    const [channel] = analysed(
      kind,
      [
        recorded(channels, {
          sampleRateHz,
          loads: channels.map(() => load(truthOf(name).load_ohm ?? 8.2)),
        }),
      ],
      settings,
    );
    return channel;
  };
  test("a tone at rated power: watts and SINAD", () => {
    const truth = truthOf("a_8R2_sine_rated"),
      channel = runOf("a_8R2_sine_rated", "spectrum");
    expect(valueOf(channel, "power")).toBeCloseTo(50.008, 1);
    expect(amplitudeRatioToDb(valueOf(channel, "sinad"))).toBeCloseTo(85.55, 1);
    expect(truth.load_ohm).toBe(8.2);
  });
  test("bursts: the supply that gives way is named, the last clean cycle marked", () => {
    const channel = runOf("b_3R97_burst_50", "burst");
    expect(channel.stop.reason).toBe("supply-power-or-current");
    expect(channel.bursts[0].powerWatts[0]).toBeCloseTo(119.97, 0);
    expect(runOf("b_3R97_burst_1k", "burst").figures[0].value).toBeCloseTo(122.06, 0);
  });
  test("a tone held past its limit falls by 2.37 dB", () => {
    const channel = runOf("b_3R97_sustained", "staying-power");
    expect(channel.stop.reason).toBe("supply-power-or-current");
    expect(valueOf(channel, "held-longest")).toBeLessThan(0.65 * valueOf(channel, "moments"));
  });
  test("two tones: second and third order as published with the capture", () => {
    expect(100 * valueOf(runOf("a_8R2_19k_20k", "intermodulation"), "d3")).toBeCloseTo(0.029155, 3);
    expect(100 * valueOf(runOf("x_poly_60_7k", "intermodulation"), "modulation")).toBeCloseTo(
      0.3974,
      2,
    );
  });
  test("a stepped response, with no input recorded: 3 dB down where the small-signal analysis says", () => {
    const channel = runOf("b_3R97_response", "response");
    expect(valueOf(channel, "high-3-db") / 42_521).toBeCloseTo(1, 1);
  });
});

test("a full-power sweep begins higher each time the amplifier shuts down at the low end, and ends when it holds", () => {
  const facts = {
    channelCount: 1,
    loadOhms: 8,
    gainRatio: 20,
    mostDriveVoltsRms: 2,
    limitDriveVoltsRms: 1,
    ratedWatts: 50,
    sampleRateHz: RATE_HZ,
  };
  const shots = RUN_KINDS["full-power-response"].shots(
    initialSettings(RUN_KINDS["full-power-response"].fields),
    facts,
  );
  const begins: number[] = [];
  let next = shots.next();
  while (!next.done) {
    const { stimulus } = next.value;
    begins.push(stimulus.kind === "log-sweep" ? stimulus.lowHz : 0);
    next = shots.next(
      recorded([new Float64Array(RATE_HZ)], {
        stimulus,
        events: begins.length < 3 ? [{ seconds: 0.1, event: "relay-opened" }] : [],
      }),
    );
  }
  expect(begins).toEqual([20, 40, 80]);
});

test("the band is as it is set, and reaches no further than the recording", () => {
  const noisy = tone(10, 1000).map(
    (value, n) => value + 0.1 * Math.sin((2 * Math.PI * 30_000 * n) / RATE_HZ),
  );
  const sinad = (bandHighHz: number) =>
    amplitudeRatioToDb(
      valueOf(analysed("spectrum", [recorded([noisy])], { bandHighHz })[0], "sinad"),
    );
  expect(sinad(80_000)).toBeCloseTo(40, 1);
  expect(sinad(20_000)).toBeGreaterThan(90);
});
