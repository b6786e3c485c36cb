// Verdicts of power by what is printed of it: its band, its limit, settings, bursts, bridged. As in power.table.test.ts.
import { stepReading } from "../testing/stepReading";
import { judge, type Evidence } from ".";
import { bursts, levelsTo, overBand, run, sheet, sweep } from "./testing/evidence";
import { check } from "./testing/table";

const BOTH = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N, 1 kHz";
const BAND = "50 W per channel into 8 ohms, both channels driven, 20 Hz - 20 kHz, 0.1 % THD+N";

/** Distortion over the band at a level that keeps within 0.1 % and at one that does not. */
const bothLevels = (kept: number, passed: number) => {
  const [low, high] = [overBand(kept, 0.0008), overBand(passed, 0.002)];
  const named = (text: string) => text.replace("second", "first");
  return {
    ...low,
    channels: low.channels.map((channel, k) => ({
      ...channel,
      figures: [
        ...(channel.figures ?? []).map((each) => ({ ...each, name: named(each.name) })),
        ...(high.channels[k].figures ?? []),
      ],
      curves: [
        ...(channel.curves ?? []).map((each) => ({ ...each, name: named(each.name) })),
        ...(high.channels[k].curves ?? []),
      ],
    })),
  };
};

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
      "kept at one level and passed at a higher one: that is no mean of both",
      BAND,
      [bothLevels(52, 70)],
      "met",
    ],
    [
      "kept at too low a level and passed at too high a one",
      BAND,
      [bothLevels(20, 70)],
      "not-tested",
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
      "default setting it is met; another setting does not matter",
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
    ["“standard” is the default setting", BOTH, [sweep([60, 60], { setting: "standard" })], "met"],
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

describe("a printed total is held against the sum of the channels", () => {
  const nearest = (evidence: Evidence, text = "100 W total system power, 2 channels") => {
    const { claims, facts } = sheet(text);
    return judge(claims[0], [evidence], { ...facts, channelCount: 2 });
  };

  test.each([
    ["neither channel gives it alone", [80, 80], "met"],
    ["not even together", [40, 40], "missed"],
    ["just about", [50, 50], "too-close"],
    ["the other channel was not recorded", [80], "not-tested"],
  ])("%s", (_, watts, outcome) =>
    expect(nearest(sweep(watts))).toMatchObject({
      outcome: "not-testable",
      nearest: { outcome },
    }),
  );

  test("where one channel ended before its limit the sum is at least that, and refutes nothing", () => {
    const mixed = run("power-sweep", [{ levels: levelsTo(40) }, { levels: levelsTo(60, 41) }]);
    expect(nearest(mixed).nearest?.outcome).toBe("not-tested");
    expect(nearest(mixed, "50 W total system power").nearest?.outcome).toBe("met");
  });

  test("one of the channels alone neither proves nor refutes it", () => {
    const { evidence, finding } = nearest(sweep([120]));
    expect(evidence[0]).toMatchObject({ use: "none", why: { code: "no-total" } });
    expect(finding).toBeNull();
  });

  test("the reading is the sum, and carries what each channel gave", () =>
    expect(nearest(sweep([80, 80])).finding?.reading).toMatchObject({
      value: expect.closeTo(160.2, 1),
      isTotal: true,
      notes: [{ code: "sum", powerWatts: [expect.closeTo(80.1, 1), expect.closeTo(80.1, 1)] }],
    }));
});

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
