import { readClaims } from "@/core/claim";
import { dbToAmplitudeRatio } from "@/core/units";
import type { Run } from "@/records";
import { channelOf, figureOf, measuredRun } from "@/records/testing/measuredRun";
import { chartsOf } from "@/drawing/chartsOf";
import { claimMark } from "@/records/facts";
import { conditionsLine } from "./conditionsLine";
import { figureText } from "@/phrasing";
import { repeatStatistics } from "@/records/facts";

describe("readings as text", () => {
  test.each([
    [figureOf("x", "watts", 57.314, 0.309), "57.3 ± 0.6 W"],
    [figureOf("x", "level-ratio", 1000), "60.0 dB"],
    [figureOf("x", "level-ratio", dbToAmplitudeRatio(-0.07)), "−0.07 dB"],
    [figureOf("x", "level-ratio", 1e4, 1e4 * 0.01), "80.00 ± 0.17 dB"],
    [figureOf("x", "distortion-ratio", 0.000123), "0.012 %"],
    [figureOf("x", "distortion-ratio", 0.0123, 0.00031), "1.23 ± 0.06 %"],
    [figureOf("x", "volts", 0.000675), "675 µV"],
    [figureOf("x", "hertz", 50_800), "50.8 kHz"],
    [figureOf("x", "celsius", 56.24), "56.2 °C"],
    [figureOf("x", "share", 0.591), "59.1 %"],
    [figureOf("x", "count", 3), "3"],
    [figureOf("x", "seconds", 0.0123), "12.3 ms"],
    [figureOf("x", "watts", null), "–"],
    [{ ...figureOf("x", "hertz", 80_000), bound: "at-least" as const }, "≥ 80 kHz"],
  ])("%o", (figure, text) => expect(figureText(figure)).toBe(text));
});

const curve = (
  name: string,
  points: [number, number][],
  y: "level-ratio" | "radians" = "level-ratio",
) => ({ name, label: "resistor", x: "hertz" as const, y, points });
const flat = curve("magnitude-run", [
  [10, 0.9],
  [20, 0.98],
  [1000, 1],
  [20_000, 0.97],
  [40_000, 0.7],
]);

test("charts: one a subject, channels side by side, the run before as a ghost", () => {
  const run = measuredRun("response", [
    channelOf([], { curves: [flat, curve("phase-run", [[10, 0.1]], "radians")] }),
    channelOf([], { curves: [flat] }),
  ]);
  const charts = chartsOf(run, measuredRun("response", [channelOf([], { curves: [flat] })]));
  expect(
    charts.map(({ title, curves }) => [
      title,
      curves.map(({ label, isGhost }) => `${label}${isGhost ? ", ghost" : ""}`),
    ]),
  ).toEqual([
    ["Magnitude", ["A resistor", "B resistor", "resistor, ghost"]],
    ["Phase", ["A resistor"]],
  ]);
});

test("spectra of two pairs of tones are two charts; one from a file stays by itself", () => {
  const spectrum = (shot: string) => curve(`spectrum-${shot}`, [[1000, 0.1]]);
  const run = measuredRun("intermodulation", [
    channelOf([], { curves: ["difference", "modulation", "two.wav"].map(spectrum) }),
  ]);
  expect(chartsOf(run, null).map(({ title }) => title)).toEqual([
    "Two high tones",
    "A low and a high tone",
    "Spectrum",
  ]);
});

/** How the first claim that a run tests comes out by it. */
const markOf = (
  kind: Run["kind"],
  channels: Parameters<typeof measuredRun>[1],
  claims: Parameters<typeof claimMark>[1],
) => claimMark(measuredRun(kind, channels), claims);

describe("a printed claim beside the reading", () => {
  const claims = readClaims(
    "Frequency response 20 Hz - 20 kHz +0.5/-0.5 dB\nCrosstalk 60 dB\nDamping factor 200 at 8 ohms\nS/N 90 dB A-weighted",
  ).claims;

  test("a response is held against its band, which is drawn", () => {
    const mark = markOf("response", [channelOf([], { curves: [flat] })], claims);
    expect(mark).toMatchObject({
      status: "met",
      band: {
        lowX: 20,
        highX: 20_000,
        lowY: expect.closeTo(0.944, 3),
        highY: expect.closeTo(1.059, 3),
      },
    });
    const drooping = curve("magnitude-run", [
      [20, 0.9],
      [1000, 1],
      [20_000, 0.8],
    ]);
    expect(
      markOf(
        "response",
        [channelOf([], { curves: [flat] }), channelOf([], { curves: [drooping] })],
        claims,
      )?.status,
    ).toBe("missed");
  });
  test("a response that does not reach over the band proves nothing", () => {
    expect(
      markOf(
        "response",
        [
          channelOf([], {
            curves: [
              curve("magnitude-run", [
                [100, 1],
                [1000, 1],
              ]),
            ],
          }),
        ],
        claims,
      )?.status,
    ).toBe("not-tested");
  });
  test("crosstalk is printed as how far it is down; the worse channel counts", () => {
    const at = (db: number) =>
      channelOf([figureOf("at-1000", "level-ratio", dbToAmplitudeRatio(db), 1e-5)]);
    expect(markOf("crosstalk", [at(-70), at(-65)], claims)?.status).toBe("met");
    expect(markOf("crosstalk", [at(-70), at(-55)], claims)?.status).toBe("missed");
  });
  test("a ratio printed without its reference is held against rated output, and what it leaves out is reported", () => {
    const { claims: printed } = readClaims(
      "Signal to noise ratio 104 dB, A-weighted\n50 W per channel into 8 ohms, both channels driven, 1 % THD",
    );
    const ratio = dbToAmplitudeRatio(92);
    const quiet = channelOf([figureOf("snr-a-reOneWatt", "level-ratio", ratio, ratio / 100)]);
    // 92 dB below 1 W are 109 dB below 50 W.
    expect(markOf("noise", [quiet], printed)).toMatchObject({
      status: "met",
      note: { code: "missing" },
    });
    // Where nothing is rated, only 1 W is left.
    expect(markOf("noise", [quiet], printed.slice(0, 1))?.status).toBe("missed");
  });
  test("damping in ohms; a run that no claim speaks of has no mark", () => {
    const impedance = (ohms: number) => [channelOf([figureOf("impedance", "ohms", ohms, 0.0005)])];
    expect(markOf("impedance", impedance(0.053), claims)?.status).toBe("missed");
    expect(markOf("impedance", impedance(0.03), claims)?.status).toBe("met");
    expect(markOf("multitone", [channelOf([])], claims)).toBeNull();
  });
});

describe("repeats", () => {
  const set = { id: "s", label: "three" };
  const one = (value: number, change: object = {}): Run => {
    const run = measuredRun("spectrum", [channelOf([figureOf("power", "watts", value)])]);
    return { ...run, conditions: { ...run.conditions, set, ...change } };
  };
  test("mean, scatter of one reading (n − 1), and the mean's own uncertainty, widened for so few", () => {
    const runs = [one(9), one(10), one(11)];
    const [statistic] = repeatStatistics(runs[0] as never, runs);
    expect(statistic).toMatchObject({
      count: 3,
      scatter: expect.closeTo(1, 12),
      // JCGM 100, table G.2: two degrees of freedom take 4.53 of the standard uncertainty, where many take 2.
      figure: { value: 10, stdUncertainty: expect.closeTo((4.53 / 2) * (1 / Math.sqrt(3)), 12) },
    });
  });
  test("what is struck out, made otherwise or of another set does not count; one alone is no statistic", () => {
    const first = one(9);
    const struck: Run = {
      ...one(100),
      remarks: { struck: { reason: "slipped", at: "" }, overruled: [] },
    } as Run;
    expect(
      repeatStatistics(first as never, [
        first,
        struck,
        one(50, { nominalOhms: 4 }),
        one(50, { set: { id: "other", label: "" } }),
      ]),
    ).toEqual([]);
  });
});

describe("what a run was made under", () => {
  const settings = {
    watts: 5,
    frequencyHz: 1000,
    seconds: 2,
    averaging: "none",
    bandLowHz: 20,
    bandHighHz: 20_000,
    rangeVolts: 0,
  };
  const lineOf = (change: object, source: Run["source"] = "simulated-bench") => {
    const run = measuredRun("spectrum", [channelOf([])]);
    return conditionsLine({
      ...run,
      source,
      conditions: { ...run.conditions, settings: { ...settings, ...change } },
    });
  };
  test("by default it names channels, ohms and source", () =>
    expect(lineOf({})).toBe("one channel driven, 8.20 Ω measured, simulated: bench"));
  test("a changed setting is shown by the label of its field", () => {
    expect(lineOf({ watts: 50, averaging: "mean" })).toBe(
      "one channel driven, 8.20 Ω measured, each channel 50 W, averaging mean of many, simulated: bench",
    );
  });
  test("of a meter's reading nothing was set", () =>
    expect(lineOf({ watts: 50 }, "typed")).toBe(
      "one channel driven, 8.20 Ω measured, typed from bench",
    ));
});
