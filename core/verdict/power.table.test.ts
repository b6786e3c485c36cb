// Verdicts of power, row by row: claim, evidence, outcome, and why it must come out so. Readings carry 1.02 % of standard uncertainty,
// so that the guard band of JCGM 106 is about 2 % on both sides.
import { stepReading } from "../testing/stepReading";
import { figure, found, levelsTo, run, shortSweep, sweep } from "./testing/evidence";
import { check } from "./testing/table";

const BOTH = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N, 1 kHz";
const ONE = "50 W into 8 ohms, one channel driven, 1 % THD+N";

const OLD = { takenAt: "2026-10-01T10:00:00Z" };
const NEW = { takenAt: "2026-11-20T10:00:00Z" };

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
