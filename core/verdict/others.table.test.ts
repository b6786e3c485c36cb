// Verdicts of every kind of claim but power, row by row: claim, evidence, outcome, and why it must come out so.
import {
  figure,
  found,
  gainOf,
  levelsTo,
  magnitude,
  overBand,
  run,
  silence,
  sweep,
} from "./testing/evidence";
import { check } from "./testing/table";

const spectrum = (thd: number, watts: number, given = {}) =>
  found(
    "spectrum",
    [
      figure("thd", thd, 0.02 * thd, "distortion-ratio"),
      figure("thd-plus-noise", 1.2 * thd, 0.02 * thd, "distortion-ratio"),
      figure("power", watts, 0.01 * watts),
    ],
    given,
  );

describe("distortion at a level", () =>
  check([
    ["met at its level", "THD 0.1 % at 50 W into 8 ohms", [spectrum(0.0005, 50)], "met"],
    ["missed at its level", "THD 0.1 % at 50 W into 8 ohms", [spectrum(0.002, 50)], "missed"],
    ["too close", "THD 0.1 % at 50 W into 8 ohms", [spectrum(0.00099, 50)], "too-close"],
    [
      "a 5 W spectrum says nothing of 50 W (fault c)",
      "THD 0.1 % at 50 W into 8 ohms",
      [spectrum(0.0001, 5)],
      "not-tested",
    ],
    [
      "within half a decibel of its level",
      "THD 0.1 % at 50 W into 8 ohms",
      [spectrum(0.0005, 48)],
      "met",
    ],
    ["read off a power sweep", "THD 0.1 % at 50 W into 8 ohms", [sweep([60, 60])], "met"],
    [
      "read off a power sweep past its limit",
      "THD 0.1 % at 50 W into 8 ohms",
      [sweep([48, 48])],
      "missed",
    ],
    [
      "a sweep that does not reach it",
      "THD 0.1 % at 80 W into 8 ohms",
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: levelsTo(60, 56) })),
        ),
      ],
      "not-tested",
    ],
    [
      "into another load",
      "THD 0.1 % at 50 W into 8 ohms",
      [spectrum(0.0005, 50, { ohms: 4 })],
      "not-tested",
    ],
    [
      "at another frequency",
      "THD 0.1 % at 50 W into 8 ohms",
      [spectrum(0.0005, 50, { frequencyHz: 10_000 })],
      "not-tested",
    ],
    [
      "with noise: THD+N counts, and it is higher",
      "THD+N 0.1 % at 50 W into 8 ohms",
      [spectrum(0.0009, 50)],
      "missed",
    ],
    [
      "over the band",
      "THD+N 0.1 % at 50 W into 8 ohms, 20 Hz - 20 kHz",
      [overBand(50, 0.0008)],
      "met",
    ],
    [
      "over the band, passed at 20 kHz",
      "THD+N 0.1 % at 50 W into 8 ohms, 20 Hz - 20 kHz",
      [overBand(50, 0.002)],
      "missed",
    ],
    [
      "over the band, 1 kHz is no proof",
      "THD+N 0.1 % at 50 W into 8 ohms, 20 Hz - 20 kHz",
      [spectrum(0.0005, 50)],
      "not-tested",
    ],
    [
      "over the band, 1 kHz refutes",
      "THD+N 0.1 % at 50 W into 8 ohms, 20 Hz - 20 kHz",
      [spectrum(0.003, 50)],
      "missed",
    ],
    ["its level is not printed", "THD 0.1 %", [spectrum(0.0005, 25)], "not-testable"],
    [
      "an unknown uncertainty is no certainty (fault c)",
      "THD 0.1 % at 50 W into 8 ohms",
      [found("spectrum", [figure("thd", 0.00095, null), figure("power", 50, 0.5)])],
      "too-close",
    ],
    [
      "far away an unknown uncertainty does not matter",
      "THD 0.1 % at 50 W into 8 ohms",
      [found("spectrum", [figure("thd", 0.0004, null), figure("power", 50, 0.5)])],
      "met",
    ],
  ]));

const BAND = "Frequency response 10 Hz - 30 kHz +0.5/-1 dB";

describe("response", () =>
  check([
    ["within both sides", BAND, [magnitude(-0.5, 0.1)], "met"],
    ["falls too far", BAND, [magnitude(-1.5, 0.1)], "missed"],
    ["rises too far", BAND, [magnitude(-0.5, 0.9)], "missed"],
    ["too close", BAND, [magnitude(-1.01, 0.1)], "too-close"],
    [
      "a band that was not covered",
      "Frequency response 5 Hz - 100 kHz +0.5/-1 dB",
      [magnitude(-0.2, 0.1)],
      "not-tested",
    ],
    [
      "a side that is not printed is free",
      "Frequency response 10 Hz - 30 kHz -3 dB",
      [magnitude(-2, 2)],
      "met",
    ],
    [
      "+0 dB is read to a tenth",
      "Frequency response 10 Hz - 30 kHz +0/-1 dB",
      [magnitude(-0.5, 0)],
      "met",
    ],
    [
      "+0 dB, and it rises",
      "Frequency response 10 Hz - 30 kHz +0/-1 dB",
      [magnitude(-0.5, 0.3)],
      "missed",
    ],
    [
      "no decibels are printed",
      "Frequency response 10 Hz - 30 kHz",
      [magnitude(-0.5, 0)],
      "not-testable",
    ],
    [
      "at full power a miss says nothing of a claim without level",
      BAND,
      [{ ...magnitude(-2, 0), kind: "full-power-response" }],
      "not-tested",
    ],
    [
      "with the tone switch on",
      BAND,
      [magnitude(-0.2, 0, { setting: "loudness on" })],
      "met-other-setting",
    ],
  ]));

describe("noise", () =>
  check([
    ["met below 50 W", "S/N 100 dB (A-weighted, ref. 50 W)", [silence(104)], "met"],
    ["missed", "S/N 100 dB (A-weighted, ref. 50 W)", [silence(97)], "missed"],
    ["too close", "S/N 100 dB (A-weighted, ref. 50 W)", [silence(100.1)], "too-close"],
    [
      "another weighting",
      "S/N 100 dB (A-weighted, ref. 50 W)",
      [silence(104, "none")],
      "not-tested",
    ],
    ["below 1 W it is 17 dB less", "S/N 100 dB (A-weighted, ref. 1 W)", [silence(104)], "missed"],
    ["its reference is not printed", "S/N 100 dB (A-weighted)", [silence(104)], "not-testable"],
    ["unweighted", "S/N 90 dB, unweighted, ref. 50 W", [silence(95, "none")], "met"],
    [
      "from the ratio to 1 W, where no volts are told",
      "S/N 100 dB (A-weighted, ref. 50 W)",
      [found("noise", [figure("snr-a-reOneWatt", 10 ** (90 / 20), 600, "level-ratio")])],
      "met",
    ],
  ]));

const leak = (db: number, hertz = 1000) =>
  found("crosstalk", [
    figure(`at-${hertz}`, 10 ** (-db / 20), 10 ** (-db / 20) * 0.05, "level-ratio"),
  ]);

describe("crosstalk", () =>
  check([
    ["met", "Crosstalk 60 dB at 1 kHz", [leak(66)], "met"],
    ["missed", "Crosstalk 60 dB at 1 kHz", [leak(50)], "missed"],
    ["too close", "Crosstalk 60 dB at 1 kHz", [leak(60.3)], "too-close"],
    ["at another frequency", "Crosstalk 60 dB at 10 kHz", [leak(66)], "not-tested"],
    [
      "one way meets, the other does not",
      "Crosstalk 60 dB at 1 kHz",
      [
        run("crosstalk", [
          { figures: [figure("at-1000", 0.0005, 1e-5, "level-ratio")] },
          { figures: [figure("at-1000", 0.005, 1e-4, "level-ratio")] },
        ]),
      ],
      "missed",
    ],
    [
      "between the points of a curve",
      "Crosstalk 60 dB at 3 kHz",
      [
        run(
          "crosstalk",
          [0, 1].map(() => ({
            curves: [
              {
                name: "from-1",
                label: "",
                x: "hertz" as const,
                y: "level-ratio" as const,
                points: [
                  [1000, 0.0001],
                  [10_000, 0.0003],
                ] as const,
              },
            ],
          })),
        ),
      ],
      "met",
    ],
  ]));

const impedance = (milliohms: number, std: number | null, given = {}) =>
  found(
    "impedance",
    [
      figure("damping-1000", 8000 / milliohms, null, "factor"),
      figure("impedance", milliohms / 1000, std === null ? null : std / 1000, "ohms"),
    ],
    given,
  );

describe("damping, in ohms (fault m)", () =>
  check([
    ["met", "Damping factor > 200 at 8 ohms", [impedance(25, 1)], "met"],
    [
      "300 worked out for 8 Ω is 150 at 4 Ω (fault c)",
      "Damping factor 200 at 4 ohms",
      [impedance(26.7, 0.5)],
      "missed",
    ],
    [
      "10.1 ± 2.3 mΩ against 8 is open",
      "Damping factor 1000 at 8 ohms",
      [impedance(10.1, 1.15)],
      "too-close",
    ],
    [
      "14 ± 2.3 mΩ against 8 is not",
      "Damping factor 1000 at 8 ohms",
      [impedance(14, 1.15)],
      "missed",
    ],
    ["its load is not printed", "Damping factor 100", [impedance(25, 1)], "not-testable"],
    [
      "at another frequency, from the curve",
      "Damping factor > 50 at 8 ohms, 20 kHz",
      [
        run(
          "impedance",
          [0, 1].map(() => ({
            figures: [figure("impedance", 0.02, 0.001, "ohms")],
            curves: [
              {
                name: "impedance",
                label: "",
                x: "hertz" as const,
                y: "ohms" as const,
                points: [
                  [20, 0.02],
                  [1000, 0.02],
                  [20_000, 0.3],
                ] as const,
              },
            ],
          })),
        ),
      ],
      "missed",
    ],
    ["output impedance", "Output impedance 0.05 ohm", [impedance(25, 1)], "met"],
    ["output impedance missed", "Output impedance 0.02 ohm", [impedance(25, 1)], "missed"],
    [
      "an unknown uncertainty counts as a tenth",
      "Output impedance 0.026 ohm",
      [impedance(25, null)],
      "too-close",
    ],
  ]));

describe("gain, sensitivity and balance", () =>
  check([
    ["the gain as printed", "Gain 26 dB", [gainOf(26.2)], "met"],
    ["a gain that is off", "Gain 26 dB", [gainOf(27.5)], "missed"],
    ["half a decibel off", "Gain 26 dB", [gainOf(26.5)], "too-close"],
    ["sensitivity follows from it", "Input sensitivity 1 V for 50 W", [gainOf(26.02)], "met"],
    ["sensitivity that is off", "Input sensitivity 0.5 V for 50 W", [gainOf(26.02)], "missed"],
    [
      "sensitivity for rated output",
      "Input sensitivity 1 V\n50 W per channel into 8 ohms, both channels driven, 1 % THD",
      [gainOf(26.02)],
      "met",
    ],
    [
      "nothing is rated: not 20 W (fault k)",
      "Input sensitivity 1 V",
      [gainOf(26.02)],
      "not-tested",
    ],
    [
      "channels alike",
      "Channel balance 0.5 dB",
      [run("gain", [{}, { figures: [figure("balance", 1.02, null, "level-ratio")] }])],
      "met",
    ],
    [
      "channels unlike",
      "Channel balance 0.5 dB",
      [run("gain", [{}, { figures: [figure("balance", 0.9, null, "level-ratio")] }])],
      "missed",
    ],
  ]));
