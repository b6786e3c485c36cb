// Verdicts of every kind of claim but power, row by row: claim, evidence, outcome, and why it must come out so.
import { judge, type Evidence, type Outcome } from ".";
import { bursts, figure, found, levelsTo, overBand, run, sheet, sweep } from "./testing/evidence";

type Row = [why: string, text: string, evidence: Evidence[], outcome: Outcome];
const NEW = { takenAt: "2026-11-20T10:00:00Z" };
const OLD = { takenAt: "2026-10-01T10:00:00Z" };

/** The first claim of the text is judged; others say what is rated. */
const check = (rows: readonly Row[]) =>
  test.each(rows)("%s", (_, text, evidence, outcome) => {
    const { claims, facts } = sheet(text);
    for (const order of [evidence, evidence.toReversed()])
      expect(judge(claims[0], order, facts).outcome).toBe(outcome);
  });

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

const magnitude = (lowDb: number, highDb: number, given = {}) =>
  run(
    "response",
    [0, 1].map(() => ({
      figures: [
        figure("lowest", 10 ** (lowDb / 20), 0.001, "level-ratio"),
        figure("highest", 10 ** (highDb / 20), 0.001, "level-ratio"),
      ],
      curves: [
        {
          name: "magnitude-run",
          label: "resistor",
          x: "hertz" as const,
          y: "level-ratio" as const,
          points: [
            [10, 10 ** (lowDb / 20)],
            [1000, 1],
            [5000, 10 ** (highDb / 20)],
            [30_000, 10 ** (lowDb / 20)],
          ] as const,
        },
      ],
    })),
    { frequencyHz: null, ...given },
  );
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

/** Noise volts for so many decibels below 50 W into 8 ohm. */
const silence = (db: number, weighting: "a" | "none" = "a", given = {}) =>
  found(
    "noise",
    [figure(`noise-${weighting}`, 20 * 10 ** (-db / 20), 20 * 10 ** (-db / 20) * 0.02, "volts")],
    given,
  );

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

const gainOf = (db: number, std = 0.003) =>
  found("gain", [figure("gain-low", 10 ** (db / 20), std * 10 ** (db / 20), "level-ratio")]);

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

const RATED = "\n50 W per channel into 8 ohms, both channels driven, 1 % THD";

describe("headroom", () =>
  check([
    ["1.76 dB over rated", `Dynamic headroom 1.5 dB${RATED}`, [bursts([75, 76])], "met"],
    ["0.8 dB over rated", `Dynamic headroom 1.5 dB${RATED}`, [bursts([60, 61])], "missed"],
    ["nothing is rated", "Dynamic headroom 1.5 dB", [bursts([75, 76])], "not-tested"],
  ]));

describe("intermodulation", () =>
  check([
    [
      "a low and a high tone",
      "IMD (60 Hz / 7 kHz, 4:1) 0.1 % at 50 W",
      [
        found("intermodulation", [figure("modulation", 0.0006, 1e-5, "distortion-ratio")], {
          levelWatts: 50,
        }),
      ],
      "met",
    ],
    [
      "at another level",
      "IMD (60 Hz / 7 kHz, 4:1) 0.1 % at 50 W",
      [
        found("intermodulation", [figure("modulation", 0.0006, 1e-5, "distortion-ratio")], {
          levelWatts: 5,
        }),
      ],
      "not-tested",
    ],
    [
      "two high tones, both orders together",
      "IMD CCIF (19 kHz + 20 kHz) 0.1 % at 50 W",
      [
        found(
          "intermodulation",
          [
            figure("d3", 0.0008, 1e-5, "distortion-ratio"),
            figure("d2", 0.0007, 1e-5, "distortion-ratio"),
          ],
          { levelWatts: 50 },
        ),
      ],
      "missed",
    ],
    [
      "which tones is not printed",
      "IMD 0.1 %",
      [found("intermodulation", [figure("modulation", 0.0006, 1e-5, "distortion-ratio")])],
      "not-testable",
    ],
  ]));

const atFullPower = (db: number, levelWatts: number | null = 50) => ({
  ...magnitude(db, 0),
  kind: "full-power-response" as const,
  levelWatts,
});

describe("power bandwidth and slew rate", () =>
  check([
    [
      "within 3 dB at the rated drive",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [atFullPower(-1)],
      "met",
    ],
    [
      "falls by more",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [
        run(
          "full-power-response",
          [0, 1].map(() => ({
            curves: [
              {
                name: "magnitude-run",
                label: "",
                x: "hertz" as const,
                y: "level-ratio" as const,
                points: [
                  [20, 0.5],
                  [1000, 1],
                  [20_000, 0.9],
                ] as const,
              },
            ],
          })),
        ),
      ],
      "missed",
    ],
    [
      "at 1 W it says nothing",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [magnitude(-1, 0)],
      "not-tested",
    ],
    // 50 W into 8 ohm are 28.3 V peak; at 30 kHz that is 5.3 V/us.
    ["as steep as it was driven", "Slew rate 4 V/us", [atFullPower(-0.5)], "met"],
    ["steeper than it was driven", "Slew rate 40 V/us", [atFullPower(-0.5)], "not-tested"],
    ["its level is not known", "Slew rate 4 V/us", [atFullPower(-0.5, null)], "not-tested"],
  ]));

describe("mains, mass and size", () => {
  check([
    [
      "takes less",
      "Idle consumption 20 W",
      [found("mains-draw", [figure("mains-idle", 15, 0.3)], {}, 1)],
      "met",
    ],
    [
      "takes more",
      "Idle consumption 10 W",
      [found("mains-draw", [figure("mains-idle", 15, 0.3)], {}, 1)],
      "missed",
    ],
    [
      "its meter says nothing of how well it reads",
      "Idle consumption 15.5 W",
      [found("mains-draw", [figure("mains-idle", 15, null)], {}, 1)],
      "too-close",
    ],
    [
      "what it does meanwhile is not printed",
      "Power consumption 280 W",
      [found("mains-draw", [figure("mains-rated", 250, 5)], {}, 1)],
      "not-testable",
    ],
    ["was not weighed", "Weight 8.2 kg", [], "not-tested"],
    ["a supply is a condition", "Power supply: 36 V / 6 A", [sweep([60, 60])], "not-testable"],
  ]);

  test.each([
    ["Weight 8.2 kg", { massKilograms: 8.0 }, "met"],
    ["Weight 8.2 kg", { massKilograms: 6.5 }, "missed"],
    ["Weight 8.2 kg", { massKilograms: 7.8 }, "too-close"],
    ["Dimensions 430 x 120 x 310 mm", { sizeMetres: [0.312, 0.43, 0.121] }, "met"],
    ["Dimensions 430 x 120 x 310 mm", { sizeMetres: [0.36, 0.43, 0.121] }, "missed"],
    ["Dimensions 430 x 120 x 310 mm", { sizeMetres: [0.43, 0.12] }, "not-tested"],
  ] as const)("%s, as typed %j: %s", (text, typed, outcome) => {
    const { claims, facts } = sheet(text, typed);
    expect(judge(claims[0], [], facts).outcome).toBe(outcome);
  });
});

describe("which run counts is the same for every kind", () =>
  check([
    [
      "a newer simulated run does not decide",
      "Gain 26 dB",
      [gainOf(26.1), { ...gainOf(30), ...NEW, source: "simulated" }],
      "met",
    ],
    [
      "the newest of two that decide",
      "S/N 100 dB (A-weighted, ref. 50 W)",
      [silence(104, "a", OLD), silence(95, "a", NEW)],
      "missed",
    ],
    [
      "a newer open one hides nothing",
      "S/N 100 dB (A-weighted, ref. 50 W)",
      [silence(104, "a", OLD), silence(100, "a", NEW)],
      "met",
    ],
    [
      "a doubtful figure proves nothing",
      "Gain 26 dB",
      [
        run("gain", [
          {
            figures: [figure("gain-low", 20, 0.01, "level-ratio")],
            cautions: [{ code: "hum", text: "", touches: ["gain-low"] }],
          },
        ]),
      ],
      "not-tested",
    ],
  ]));
