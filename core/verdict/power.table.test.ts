// Verdicts of power, row by row: claim, evidence, outcome, and why it must come out so. Readings carry 1.02 % of standard uncertainty,
// so that the guard band of JCGM 106 is about 2 % on both sides.
import { judge, type Evidence, type Outcome } from ".";
import {
  bursts,
  found,
  figure,
  levelsTo,
  overBand,
  run,
  sheet,
  shortSweep,
  sweep,
} from "./testing/evidence";
import { stepReading } from "../testing/stepReading";

const BOTH = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N, 1 kHz";
const ONE = "50 W into 8 ohms, one channel driven, 1 % THD+N";
const BAND = "50 W per channel into 8 ohms, both channels driven, 20 Hz - 20 kHz, 0.1 % THD+N";

type Row = [why: string, claim: string, evidence: Evidence[], outcome: Outcome];
const OLD = { takenAt: "2026-10-01T10:00:00Z" };
const NEW = { takenAt: "2026-11-20T10:00:00Z" };

const check = (rows: readonly Row[]) =>
  test.each(rows)("%s", (_, text, evidence, outcome) => {
    const { claims, facts } = sheet(text);
    const verdicts = [evidence, evidence.toReversed()].map((each) => judge(claims[0], each, facts));
    expect(verdicts[0].sentence.length).toBeGreaterThan(10);
    // Whatever the order in which the runs are told.
    expect(verdicts.map((verdict) => verdict.outcome)).toEqual([outcome, outcome]);
  });

describe("guard bands: met beyond the uncertainty, missed beyond it, open between (JCGM 106, 8.3)", () =>
  check([
    ["far above", BOTH, [sweep([60, 58])], "met"],
    ["just beyond the guard band", BOTH, [sweep([51.5, 60])], "met"],
    ["above, within it", BOTH, [sweep([50.6, 60])], "too-close"],
    ["on the claim", BOTH, [sweep([50, 50])], "too-close"],
    ["below, within it", BOTH, [sweep([49.5, 60])], "too-close"],
    ["just below the guard band", BOTH, [sweep([48.5, 60])], "missed"],
    ["far below", BOTH, [sweep([12, 60])], "missed"],
    ["nothing was run", BOTH, [], "not-tested"],
    [
      "above the limit at every level",
      BOTH,
      [
        run("power-sweep", [
          { levels: [stepReading(1, 0.1), stepReading(70, 0.2)] },
          { levels: [stepReading(1, 0.1), stepReading(70, 0.2)] },
        ]),
      ],
      "missed",
    ],
    [
      "the volts are known to 5 % only",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: levelsTo(54), voltsStdUncertaintyRatio: 0.05 })),
        ),
      ],
      "too-close",
    ],
    [
      "the ohms are known to 5 % only",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: levelsTo(54), loadOhmsStdUncertainty: 0.4 })),
        ),
      ],
      "too-close",
    ],
    [
      "the hot load drifts by 10 %",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: levelsTo(54), loadDriftRatio: 0.1 })),
        ),
      ],
      "too-close",
    ],
    [
      "a wide gap between two levels",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({
            levels: [stepReading(10, 0.0005), stepReading(45, 0.001), stepReading(65, 0.03)],
          })),
        ),
      ],
      "too-close",
    ],
  ]));

describe("channels", () =>
  check([
    ["the weaker channel decides", BOTH, [sweep([60, 45])], "missed"],
    [
      "one channel driven is no proof for two, and says so",
      BOTH,
      [sweep([60])],
      "met-fewer-channels",
    ],
    ["one channel driven refutes a claim for two", BOTH, [sweep([45])], "missed"],
    ["one channel driven, too close", BOTH, [sweep([50.2])], "not-tested"],
    ["both missed, one alone met", BOTH, [sweep([45, 45]), sweep([60])], "met-fewer-channels"],
    [
      "the other channel is the weak one: what this one does alone does not matter",
      BOTH,
      [sweep([60, 30]), sweep([60])],
      "missed",
    ],
    ["both met, one alone met too", BOTH, [sweep([55, 55]), sweep([60])], "met"],
    [
      "one-channel claim: a sterner run that misses says nothing (fault d)",
      ONE,
      [sweep([45, 45], NEW), sweep([56], OLD)],
      "met",
    ],
    ["one-channel claim: only the sterner run, missed", ONE, [sweep([45, 45])], "not-tested"],
    ["one-channel claim: only the sterner run, met", ONE, [sweep([55, 56])], "met"],
    ["one-channel claim: missed alone", ONE, [sweep([45])], "missed"],
    [
      "two driven and one recorded: the other may be weaker (fault j)",
      BOTH,
      [sweep([60], { channelsDriven: 2 })],
      "not-tested",
    ],
    [
      "two driven, each recorded in a run of its own",
      BOTH,
      [
        sweep([60], { channelsDriven: 2 }),
        run("power-sweep", [{ levels: levelsTo(58), channelIndex: 1 }], { channelsDriven: 2 }),
      ],
      "met",
    ],
    [
      "two driven, one recorded, and that misses",
      BOTH,
      [sweep([40], { channelsDriven: 2 })],
      "missed",
    ],
    [
      "one ended early, the other is below (fault g)",
      BOTH,
      [run("power-sweep", [{ levels: levelsTo(80, 41) }, { levels: levelsTo(45) }])],
      "missed",
    ],
    [
      "one ended early, the other met",
      BOTH,
      [run("power-sweep", [{ levels: levelsTo(80, 41) }, { levels: levelsTo(60) }])],
      "not-tested",
    ],
    [
      "all five asked, two driven",
      "100 W per channel into 8 ohms, 5 channels driven, 1 % THD",
      [sweep([120, 120])],
      "met-fewer-channels",
    ],
    [
      "both missed: together they give it",
      "100 W into 8 ohms, both channels driven, 1 % THD",
      [sweep([60, 58])],
      "met-as-total",
    ],
    [
      "together they do not",
      "130 W into 8 ohms, both channels driven, 1 % THD",
      [sweep([60, 58])],
      "missed",
    ],
  ]));

describe("loads", () =>
  check([
    ["another load is no evidence", BOTH, [sweep([90, 90], { ohms: 4 })], "not-tested"],
    ["6 Ω is another load", BOTH, [sweep([90, 90], { ohms: 6 })], "not-tested"],
    ["8.21 Ω, met whichever way it holds", BOTH, [sweep([55, 56], { ohms: 8.21 })], "met"],
    [
      "8.7 Ω: 53 W may be 49 W into 8 Ω (fault e)",
      BOTH,
      [sweep([53, 54], { ohms: 8.7 })],
      "too-close",
    ],
    ["8.7 Ω: 47 W may be 51 W into 8 Ω", BOTH, [sweep([47, 47], { ohms: 8.7 })], "too-close"],
    ["8.7 Ω: 60 W are enough either way", BOTH, [sweep([60, 60], { ohms: 8.7 })], "met"],
    ["8.7 Ω: 40 W are too little either way", BOTH, [sweep([40, 40], { ohms: 8.7 })], "missed"],
    [
      "8.7 Ω with a sweep into 7.4 Ω: the line between decides",
      BOTH,
      [sweep([49.9, 49.9], { ohms: 8.7 }), sweep([58.6, 58.6], { ohms: 7.4 })],
      "met",
    ],
    [
      "a near load gives way to the very one, though it is newer",
      BOTH,
      [sweep([40, 40], { ohms: 8.6, ...NEW }), sweep([55, 55], OLD)],
      "met",
    ],
    [
      "4 Ω claim at 4 Ω",
      "80 W into 4 ohms, both channels driven, 1 % THD",
      [sweep([90, 90], { ohms: 4 }), sweep([50, 50])],
      "met",
    ],
  ]));

describe("what took it", () =>
  check([
    [
      "a newer simulated run never overrides a recording (fault b)",
      BOTH,
      [sweep([55, 55], OLD), sweep([30, 30], { ...NEW, source: "simulated" })],
      "met",
    ],
    [
      "a simulated run alone decides nothing",
      BOTH,
      [sweep([60, 60], { source: "simulated" })],
      "not-tested",
    ],
    ["nor does a simulated miss", BOTH, [sweep([30, 30], { source: "simulated" })], "not-tested"],
    [
      "a loudspeaker only indicates",
      BOTH,
      [sweep([90, 90], { source: "loudspeaker" })],
      "not-tested",
    ],
    [
      "an analysed recording before a meter",
      BOTH,
      [
        found("clip-search", [figure("power", 40, 0.4)], { source: "meter", ...NEW }),
        sweep([55, 55], OLD),
      ],
      "met",
    ],
    [
      "flat tops by the meter: 1 % lies a little above",
      BOTH,
      [found("clip-search", [figure("power", 55, 0.5)], { source: "meter" })],
      "met",
    ],
    [
      "flat tops by the meter: far below",
      BOTH,
      [found("clip-search", [figure("power", 40, 0.4)], { source: "meter" })],
      "missed",
    ],
    [
      "flat tops say nothing of 0.1 %",
      "50 W into 8 ohms, both channels driven, 0.1 % THD",
      [found("clip-search", [figure("power", 55, 0.5)], { source: "meter" })],
      "not-tested",
    ],
    [
      "flat tops below the claim refute 0.1 % too",
      "50 W into 8 ohms, both channels driven, 0.1 % THD",
      [found("clip-search", [figure("power", 40, 0.5)], { source: "meter" })],
      "missed",
    ],
  ]));

describe("which run counts", () =>
  check([
    ["of two that decide the newest", BOTH, [sweep([55, 55], OLD), sweep([40, 40], NEW)], "missed"],
    [
      "a newer shorter sweep hides no older one (fault f)",
      BOTH,
      [sweep([55, 55], OLD), shortSweep([20, 20], NEW)],
      "met",
    ],
    [
      "a newer open one hides no older one",
      BOTH,
      [sweep([60, 60], OLD), sweep([50, 50], NEW)],
      "met",
    ],
    [
      "a newer open one hides no older miss",
      BOTH,
      [sweep([40, 40], OLD), sweep([50, 50], NEW)],
      "missed",
    ],
    ["a sweep that ended early", BOTH, [shortSweep([30, 30])], "not-tested"],
    ["a sweep that ended above the claim", BOTH, [shortSweep([60, 60])], "met"],
    ["a sweep that ended just above the claim", BOTH, [shortSweep([50, 50])], "not-tested"],
    [
      "a run that heard another thing",
      BOTH,
      [found("noise", [figure("noise-a", 1e-4, 1e-6)])],
      "not-tested",
    ],
    [
      "a spectrum is no power sweep",
      BOTH,
      [found("spectrum", [figure("thd", 0.001, 1e-5), figure("power", 60, 0.6)])],
      "not-tested",
    ],
    [
      "a bridged sweep is of another output",
      BOTH,
      [run("bridged", [{ levels: levelsTo(200) }])],
      "not-tested",
    ],
    [
      "a doubtful limit proves nothing",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({
            levels: levelsTo(60),
            cautions: [{ code: "few-harmonics" as const, text: "", touches: ["one-percent"] }],
          })),
        ),
      ],
      "not-tested",
    ],
    [
      "a caution of another figure does not touch it",
      BOTH,
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({
            levels: levelsTo(60),
            cautions: [{ code: "few-harmonics" as const, text: "", touches: ["lowest"] }],
          })),
        ),
      ],
      "met",
    ],
  ]));

describe("frequency and band", () =>
  check([
    [
      "a 10 kHz sweep is not 1 kHz (fault i)",
      BOTH,
      [sweep([60, 60], { frequencyHz: 10_000 })],
      "not-tested",
    ],
    ["997 Hz is 1 kHz", BOTH, [sweep([60, 60], { frequencyHz: 997 })], "met"],
    ["700 Hz is near", BOTH, [sweep([60, 60], { frequencyHz: 700 })], "met"],
    ["a band is not proven at 1 kHz", BAND, [sweep([60, 60])], "not-tested"],
    ["a band is refuted at 1 kHz", BAND, [sweep([40, 40])], "missed"],
    ["a band kept at the claim's power", BAND, [overBand(52, 0.0008)], "met"],
    ["a band kept at a lower power", BAND, [overBand(20, 0.0008)], "not-tested"],
    ["a band passed at the claim's power", BAND, [overBand(48, 0.002)], "missed"],
    ["a band passed at a higher power says nothing", BAND, [overBand(70, 0.002)], "not-tested"],
    ["a band too close to the limit", BAND, [overBand(52, 0.001)], "not-tested"],
    [
      "harmonics alone are not refuted by THD+N",
      BAND.replace("THD+N", "THD"),
      [overBand(48, 0.002)],
      "not-tested",
    ],
    [
      "harmonics alone are proven by THD+N",
      BAND.replace("THD+N", "THD"),
      [overBand(52, 0.0008)],
      "met",
    ],
    [
      "a tone outside the band",
      "50 W into 8 ohms, both channels driven, 100 Hz - 10 kHz, 1 % THD",
      [sweep([40, 40], { frequencyHz: 40 })],
      "not-tested",
    ],
  ]));

const bumpy = (limit: number) => [
  stepReading(0.5, 0.0008),
  stepReading(5, 0.0012),
  stepReading(20, 0.0007),
  stepReading(limit, 0.0006),
];

describe("distortion that is high below and low above (fault h)", () =>
  check([
    [
      "0.12 % at 5 W, 0.06 % at 50 W: output is at least 50 W",
      "40 W into 8 ohms, both channels driven, 0.1 % THD",
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: bumpy(50) })),
        ),
      ],
      "met",
    ],
    [
      "it ended at 50 W, the claim is 60 W",
      "60 W into 8 ohms, both channels driven, 0.1 % THD",
      [
        run(
          "power-sweep",
          [0, 1].map(() => ({ levels: bumpy(50) })),
        ),
      ],
      "not-tested",
    ],
  ]));

describe("supply and switches", () =>
  check([
    [
      "met only with the limiter off",
      BOTH,
      [sweep([40, 40]), sweep([60, 60], { setting: "limiter off" })],
      "met-other-setting",
    ],
    [
      "as it comes it is met; another setting does not matter",
      BOTH,
      [sweep([60, 60]), sweep([30, 30], { setting: "eco" })],
      "met",
    ],
    [
      "another setting alone",
      BOTH,
      [sweep([60, 60], { setting: "limiter off" })],
      "met-other-setting",
    ],
    [
      "another setting alone, and missed",
      BOTH,
      [sweep([40, 40], { setting: "eco" })],
      "not-tested",
    ],
    [
      "the only supply there is, is the one it comes with",
      BOTH,
      [sweep([60, 60], { supply: "48 V, 10 A brick" })],
      "met",
    ],
    [
      "met only with the larger of two supplies",
      BOTH,
      [sweep([40, 40], { supply: "32 V" }), sweep([60, 60], { supply: "48 V" })],
      "met-other-setting",
    ],
    [
      "missed with either supply",
      BOTH,
      [sweep([40, 40], { supply: "32 V" }), sweep([45, 45], { supply: "36 V" })],
      "missed",
    ],
    [
      "met with either supply",
      BOTH,
      [sweep([60, 60], { supply: "48 V" }), sweep([58, 58], { supply: "46 V" })],
      "met",
    ],
    ["“standard” is as it comes", BOTH, [sweep([60, 60], { setting: "standard" })], "met"],
  ]));

describe("bursts, and what a printed power is said to be (fault t)", () =>
  check([
    ["continuous missed, bursts met", BOTH, [sweep([40, 40]), bursts([56, 57])], "met-in-bursts"],
    ["continuous missed, bursts missed", BOTH, [sweep([40, 40]), bursts([45, 45])], "missed"],
    ["continuous not tested: bursts are no proof of it", BOTH, [bursts([60, 60])], "not-tested"],
    ["dynamic power by bursts", "Dynamic power 70 W into 8 ohms", [bursts([75, 76])], "met"],
    ["dynamic power missed", "Dynamic power 70 W into 8 ohms", [bursts([60, 62])], "missed"],
    ["dynamic power too close", "Dynamic power 70 W into 8 ohms", [bursts([70, 71])], "too-close"],
    [
      "dynamic power is not judged by a sweep",
      "Dynamic power 70 W into 8 ohms",
      [sweep([80, 80])],
      "not-tested",
    ],
    ["what “maximum” means is not printed", "MAX 300 W x 2", [sweep([60, 60])], "not-testable"],
    [
      "what “music” means is not printed",
      "Music power 120 W into 8 ohms",
      [bursts([130, 130])],
      "not-testable",
    ],
    ["a total without its load", "500 W total system power", [sweep([60, 60])], "not-testable"],
    [
      "no limit of distortion",
      "50 W into 8 ohms, both channels driven",
      [sweep([60, 60])],
      "not-testable",
    ],
  ]));

describe("bridged", () =>
  check([
    [
      "met",
      "Bridged: 200 W into 8 ohms, 1 % THD",
      [run("bridged", [{ levels: levelsTo(220) }])],
      "met",
    ],
    [
      "missed",
      "Bridged: 200 W into 8 ohms, 1 % THD",
      [run("bridged", [{ levels: levelsTo(150) }])],
      "missed",
    ],
    [
      "a plain sweep is of another output",
      "Bridged: 200 W into 8 ohms, 1 % THD",
      [sweep([220, 220])],
      "not-tested",
    ],
    [
      "into another load",
      "Bridged: 200 W into 8 ohms, 1 % THD",
      [run("bridged", [{ levels: levelsTo(220) }], { ohms: 4 })],
      "not-tested",
    ],
  ]));
