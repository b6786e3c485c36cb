// Verdicts of headroom, intermodulation, bandwidth, mains, mass and size, row by row; and which run counts, for any kind.
import { judge, type Evidence } from ".";
import {
  bursts,
  figure,
  found,
  gainOf,
  magnitude,
  overBand,
  run,
  sheet,
  silence,
  sweep,
} from "./testing/evidence";
import { check } from "./testing/table";

const NEW = { takenAt: "2026-11-20T10:00:00Z" };
const OLD = { takenAt: "2026-10-01T10:00:00Z" };

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
      "a run whose level is known goes before one whose level is not",
      "IMD (60 Hz / 7 kHz, 4:1) 0.1 % at 50 W",
      [
        found("intermodulation", [figure("modulation", 0.0006, 1e-5, "distortion-ratio")], NEW),
        found("intermodulation", [figure("modulation", 0.002, 1e-5, "distortion-ratio")], {
          ...OLD,
          levelWatts: 50,
        }),
      ],
      "missed",
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

/** A response at 50 W, with second and third harmonic as high as that up to a frequency. */
const atFullPower = (
  db: number,
  {
    levelWatts = 50,
    harmonicsRatio = 0.001,
    seenToHz = 30_000,
  }: { levelWatts?: number | null; harmonicsRatio?: number; seenToHz?: number } = {},
): Evidence => {
  const made = magnitude(db, 0);
  const harmonics = [2, 3].map((order) => ({
    name: `harmonic-${order}`,
    label: `harmonic ${order}`,
    x: "hertz" as const,
    y: "level-ratio" as const,
    points: [
      [10, 0.0005],
      [seenToHz, harmonicsRatio],
    ] as const,
  }));
  return {
    ...made,
    kind: "full-power-response" as const,
    levelWatts,
    channels: made.channels.map((channel) => ({
      ...channel,
      curves: [...(channel.curves ?? []), ...(seenToHz > 0 ? harmonics : [])],
    })),
  };
};

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
    [
      "holds its level and distorts by more than is claimed",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [atFullPower(-1, { harmonicsRatio: 0.08 })],
      "missed",
    ],
    [
      "holds its level, and a slow recorder does not see its harmonics up to 20 kHz",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [atFullPower(-1, { seenToHz: 8000 })],
      "not-tested",
    ],
    [
      "holds its level, and nothing tells its harmonics",
      "Power bandwidth 20 Hz - 20 kHz, 1 % THD",
      [atFullPower(-1, { seenToHz: 0 })],
      "not-tested",
    ],
    [
      "clean over the band at half of what is rated",
      `Power bandwidth 20 Hz - 20 kHz, 1 % THD${RATED}`,
      [overBand(25, 0.004)],
      "met",
    ],
    [
      "what is read there is THD+N, which may be noise",
      `Power bandwidth 20 Hz - 20 kHz, 1 % THD${RATED}`,
      [overBand(25, 0.04)],
      "not-tested",
    ],
    [
      "clean at a fifth of what is rated, which says nothing of half",
      `Power bandwidth 20 Hz - 20 kHz, 1 % THD${RATED}`,
      [overBand(10, 0.004)],
      "not-tested",
    ],
    [
      "clean at half, into another load",
      `Power bandwidth 20 Hz - 20 kHz, 1 % THD${RATED}`,
      [overBand(25, 0.004, { ohms: 4 })],
      "not-tested",
    ],
    // 50 W into 8 ohm are 28.3 V peak; at 30 kHz, 0.5 dB down, that is 5.03 V/us of a sine, and 3.92 V/us of a triangle.
    ["as steep as it was driven", "Slew rate 4.8 V/us", [atFullPower(-0.5)], "met"],
    [
      "it may have been a triangle by then",
      "Slew rate 4.8 V/us",
      [atFullPower(-0.5, { harmonicsRatio: 0.1 })],
      "not-tested",
    ],
    [
      "even a triangle of that level is steep enough",
      "Slew rate 3.8 V/us",
      [atFullPower(-0.5, { seenToHz: 0 })],
      "met",
    ],
    ["steeper than it was driven", "Slew rate 40 V/us", [atFullPower(-0.5)], "not-tested"],
    [
      "its level is not known",
      "Slew rate 4 V/us",
      [atFullPower(-0.5, { levelWatts: null })],
      "not-tested",
    ],
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
      "the operating state is not printed",
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
