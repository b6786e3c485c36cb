import { analyseTone } from "../distortion/reading";
import { captureText, captureVolts, describeCaptures, truthOf } from "../testing/referenceCapture";
import { guessKind, isResponseText, readResponseText, readScopeRecord } from ".";

const RATE_HZ = 100_000;
const wave = Array.from({ length: 400 }, (_, n) => [
  n / RATE_HZ,
  5 * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ),
  2 * Math.cos((2 * Math.PI * 1000 * n) / RATE_HZ),
]);

const recordOf = (text: string, rate: number | null = null) => {
  const outcome = readScopeRecord(text, { sampleRateHz: rate });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const comma = (value: number, digits = 6) => value.toFixed(digits).replace(".", ",");

describe("a scope's record, in the common shapes", () => {
  test.each<[string, string, number]>([
    [
      "seconds and one channel",
      ["time_s,volts", ...wave.map(([t, v]) => `${t},${v}`)].join("\n"),
      1,
    ],
    [
      "several heading lines, two channels",
      [
        "Model,none",
        "Points,400",
        "",
        "Time (s),CH1 (V),CH2 (V)",
        ...wave.map((row) => row.join(",")),
      ].join("\r\n"),
      2,
    ],
    [
      "semicolons and decimal commas",
      [
        "Zeit [ms];A [V];B [V]",
        ...wave.map(([t, a, b]) => `${comma(1000 * t)};${comma(a)};${comma(b)}`),
      ].join("\n"),
      2,
    ],
    [
      "tabs, microseconds, millivolts",
      ["t (us)\tout (mV)", ...wave.map(([t, v]) => `${1e6 * t}\t${1000 * v}`)].join("\n"),
      1,
    ],
    [
      "a line of units below the names",
      [
        "Time,Channel A,Channel B",
        "(ms),(V),(V)",
        "",
        ...wave.map(([t, a, b]) => `${1000 * t},${a},${b}`),
      ].join("\n"),
      2,
    ],
    [
      "sample numbers, the rate in the heading",
      ["Sample Rate,100000", "index,volts", ...wave.map(([, v], n) => `${n},${v}`)].join("\n"),
      1,
    ],
    [
      "sample numbers, the interval in the heading",
      ["Sample Interval;1e-5", "n;volts", ...wave.map(([, v], n) => `${n};${comma(v)}`)].join("\n"),
      1,
    ],
    [
      "volts only, and a trailing comma",
      ["Increment = 10 us", "CH1,CH2,", ...wave.map(([, a, b]) => `${a},${b},`)].join("\n"),
      2,
    ],
    ["spaces", wave.map(([t, v]) => `  ${t.toExponential(6)}   ${v.toFixed(6)}`).join("\n"), 1],
  ])("%s", (_, text, channelCount) => {
    const { channels, sampleRateHz } = recordOf(text);
    expect(sampleRateHz).toBeCloseTo(RATE_HZ, 0);
    expect(channels.length).toBe(channelCount);
    expect(channels[0].length).toBe(400);
    channels[0].forEach((volts, n) => expect(volts).toBeCloseTo(wave[n][1], 4));
    if (channelCount === 2) expect(channels[1][7]).toBeCloseTo(wave[7][2], 4);
  });

  const numbered = ["sample,volts", ...wave.map(([, v], n) => `${n},${v}`)].join("\n");
  test("sample numbers without a rate are asked for, and taken when given", () => {
    const outcome = readScopeRecord(numbered);
    expect(outcome.ok ? "" : outcome.finding.advice).toMatch(/Enter the sample rate/);
    expect(recordOf(numbered, 50_000).sampleRateHz).toBe(50_000);
  });

  test.each([
    ["prose", "this is no table\nat all", /no columns of numbers/],
    ["a few rows", "0,1\n1,2\n2,3", /only 3 rows/],
    [
      "a gap in time",
      [...wave.slice(0, 100), ...wave.slice(200)].map((row) => row.join(",")).join("\n"),
      /uneven/,
    ],
  ])("refusal: %s", (_, text, message) => {
    const outcome = readScopeRecord(text);
    expect(outcome.ok ? "accepted" : outcome.finding.advice).toMatch(message);
  });
});

describe("a response as text", () => {
  test("three columns, comments left out, degrees become radians", () => {
    const outcome = readResponseText(
      "* made elsewhere\nFreq(Hz) SPL(dB) Phase\n20 -1.0 45\n1000 0 0\n20000 -6.0206 -90\n",
    );
    expect(outcome).toMatchObject({
      ok: true,
      value: [
        { frequencyHz: 20 },
        { frequencyHz: 1000, ratio: 1 },
        { ratio: expect.closeTo(0.5, 4), phaseRadians: expect.closeTo(-Math.PI / 2, 6) },
      ],
    });
  });
  test("what is no response says which line", () => {
    const outcome = readResponseText("0,1\n-3,2\n5,3\n");
    expect(outcome.ok ? "" : outcome.finding.advice).toMatch(/“0, 1” is not a frequency/);
  });
  test("a response is distinguished from a scope record", () => {
    expect(isResponseText("20\t-1\n50\t-0.5\n200\t0\n20000\t-3\n")).toBe(true);
    expect(isResponseText(wave.map((row) => row.join(",")).join("\n"))).toBe(false);
  });
});

describeCaptures("reference captures", () => {
  test.each(["a_8R2_scope_clip", "b_3R97_scope_clip"])(
    "%s: scope record as its truth says",
    (name) => {
      const truth = truthOf(name);
      const { channels, sampleRateHz } = recordOf(captureText(`${name}.csv`));
      expect(sampleRateHz).toBeCloseTo(truth.sample_rate_hz, 3);
      expect(channels[0].length).toBe(truth.points);
      const { v_rms, fundamental_hz } = truth.truth_of_quantised_record;
      const squares = channels[0].reduce((sum, volts) => sum + volts * volts, 0);
      expect(Math.abs(Math.sqrt(squares / channels[0].length) - v_rms.value)).toBeLessThan(
        v_rms.tolerance,
      );
      // Five clipped cycles of ten bits: a fit of them strays by a seventh of a percent.
      const reading = analyseTone(channels[0], sampleRateHz);
      if (!reading.ok) throw new Error(reading.finding.advice);
      expect(Math.abs(reading.value.fundamentalHz / fundamental_hz.value - 1)).toBeLessThan(0.002);
      expect(guessKind(channels, sampleRateHz).kind).toBe("clip-search");
    },
  );

  test.each(["a_8R2_response", "b_3R97_response"])("%s.csv is a response", (name) => {
    expect(isResponseText(captureText(`${name}.csv`))).toBe(true);
    const outcome = readResponseText(captureText(`${name}.csv`));
    expect(outcome.ok && outcome.value.length).toBeGreaterThan(30);
  });

  test.each<[string, string]>([
    ["a_8R2_sine_rated", "spectrum"],
    ["x_sine_noise_997", "spectrum"],
    ["a_8R2_sine_clip", "clip-search"],
    ["a_8R2_sweep", "power-sweep"],
    ["b_3R97_sweep", "power-sweep"],
    ["x_sweep_poly", "power-sweep"],
    ["a_3R97_burst_1k", "burst"],
    ["b_3R97_burst_50", "burst"],
    ["x_burst_ideal", "burst"],
    ["b_3R97_sustained", "staying-power"],
    ["a_8R2_response", "response"],
    ["b_3R97_response", "response"],
    ["a_8R2_19k_20k", "intermodulation"],
    ["x_poly_60_7k", "intermodulation"],
    ["x_crosstalk", "crosstalk"],
    ["x_shorted_inputs", "noise"],
  ])("%s is taken for a run of %s", (name, kind) => {
    const { channels, sampleRateHz } = captureVolts(name);
    expect(guessKind(channels, sampleRateHz)).toMatchObject({
      kind,
      because: expect.stringMatching(/\w/),
    });
  });
});
