import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { steppedSweep } from "@/core/signal";
import { encodeWav } from "@/core/wav";
import { analyse } from "../analyse";
import { judgeCase } from ".";
import { caseSchema } from "./caseFile";

type Printed = {
  claims: {
    printedText: string;
    outcome: string;
    probability: number | null;
    reading: { value: number; run: string; channel: number; expandedUncertainty: number } | null;
    margin: { value: number; ratio: number; db: number | null } | null;
    budget: { source: string; share: number }[];
    evidence: { runId: string; use: string; why: string | null }[];
    rehearsed: { outcome: string } | null;
    filledIn: string[];
    sentence: string;
  }[];
  honestRating: { powerWatts: number } | null;
};

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-judge-"));
});
afterAll(() => rmSync(folder, { recursive: true }));

const judged = async (content: unknown): Promise<Printed> => {
  const path = join(folder, "case.json");
  writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
  return (await judgeCase([path])) as Printed;
};
const example = async (name: string): Promise<Printed> =>
  (await judgeCase([resolve(__dirname, `examples/${name}.json`)])) as Printed;

describe("the examples of the README", () => {
  test("a mini on a brick: continuous power missed, bursts met, the rest not tested", async () => {
    const { claims, honestRating } = await example("mini");
    expect(claims.map(({ outcome }) => outcome)).toEqual([
      "missed",
      "met",
      "not-tested",
      "not-tested",
      "not-tested",
    ]);
    const [power] = claims;
    expect(power.reading).toMatchObject({ run: "sweep at 4 ohm", channel: 1 });
    expect(power.margin?.value).toBeCloseTo((power.reading?.value ?? 0) - 100, 9);
    expect(power.budget.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(claims[4].filledIn).toEqual(["the load"]);
    expect(honestRating?.powerWatts).toBeGreaterThan(20);
  });

  test("a vintage receiver: the weak channel, and a rehearsal that does not count", async () => {
    const { claims } = await example("vintage");
    expect(claims[0]).toMatchObject({ outcome: "missed", reading: { channel: 1 } });
    expect(claims[0].evidence).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ runId: "one weak channel", use: "decides" }),
        expect.objectContaining({ runId: "rehearsal", use: "rehearsal" }),
      ]),
    );
    // 11.3 kg weighed, 11.5 printed.
    expect(claims.at(-1)?.outcome).toBe("met");
  });
});

test("a recording beside the case is analysed, by the ohms as measured", async () => {
  // 40 levels up to 28.28 V RMS, cut at 28 V peak: 1 % of THD lies a little above 28 V squared over twice the ohms.
  const volts = steppedSweep(
    {
      frequencyHz: 1000,
      firstVoltsPeak: 2,
      lastVoltsPeak: 40,
      stepCount: 40,
      stepSeconds: 0.15,
    },
    48_000,
  ).map((value) => Math.max(-28, Math.min(28, value)));
  writeFileSync(join(folder, "sweep.wav"), encodeWav([volts], 48_000, 50, "int24"));
  const run = (ohms: number) => ({
    kind: "power-sweep",
    file: "sweep.wav",
    conditions: {
      source: "recording",
      loadOhms: ohms,
      loadOhmsExpandedUncertainty: 0.02,
      fullScaleVolts: 50,
      channelsDriven: 1,
      accuracyRatio: 0.002,
    },
  });
  const claims = "50 W into 8 ohms, one channel driven, 1 % THD";
  const { claims: found } = await judged({ claims, amplifier: { channels: 1 }, runs: [run(8)] });
  const watts = found[0].reading?.value ?? 0;
  expect(watts).toBeGreaterThan(28 ** 2 / 16);
  expect(watts).toBeLessThan(1.1 * (28 ** 2 / 16));
  expect(found[0].outcome).toBe("met");
  const other = await judged({ claims, amplifier: { channels: 1 }, runs: [run(8.6)] });
  expect(other.claims[0].reading?.value).toBeCloseTo((watts * 8) / 8.6, 1);

  // What `analyse` prints of it, worked out for 8 ohm, comes to the same.
  const result = await analyse([
    join(folder, "sweep.wav"),
    "--as",
    "sweep",
    "--full-scale-volts",
    "50",
  ]);
  const { file: _, ...conditions } = run(8.6);
  const printed = await judged({
    claims,
    amplifier: { channels: 1 },
    runs: [{ ...conditions, result: JSON.parse(JSON.stringify(result)) }],
  });
  expect(printed.claims[0].reading?.value).toBeCloseTo(other.claims[0].reading?.value ?? 0, 3);
});

describe("what analyse prints of other kinds", () => {
  const conditions = { source: "recording", loadOhms: 8, loadOhmsExpandedUncertainty: 0.02 };
  test.each([
    [
      "noise",
      "S/N 100 dB (A-weighted, ref. 50 W)",
      { channels: [{ voltsRms: { a: 1e-4, none: 3e-4 } }] },
      "met",
    ],
    [
      "response",
      "Frequency response 20 Hz - 20 kHz +0.5/-1 dB",
      {
        channels: [
          {
            points: [20, 1000, 20_000].map((frequencyHz) => ({
              frequencyHz,
              ratio: frequencyHz === 20 ? 17.85 : 20,
            })),
          },
        ],
      },
      "too-close",
    ],
    [
      "crosstalk",
      "Crosstalk 60 dB at 1 kHz",
      { channels: [{ channel: 1, ratio: 0.0002, frequencyHz: 1000 }] },
      "met",
    ],
    [
      "intermodulation-difference",
      "IMD CCIF (19 kHz + 20 kHz) 0.1 % at 50 W",
      { channels: [{ d2Ratio: 0.0001, d3Ratio: 0.0002 }] },
      "met",
    ],
    [
      "intermodulation-modulation",
      "IMD (60 Hz / 7 kHz, 4:1) 0.01 % at 50 W",
      { channels: [{ pairwiseSumRatio: 0.001 }] },
      "missed",
    ],
    [
      "spectrum",
      "THD 0.1 % at 50 W into 8 ohms",
      { channels: [{ thdRatio: 0.0004, powerWatts: 50 }] },
      "met",
    ],
    [
      "gain",
      "Gain 26 dB",
      {
        channels: [
          {
            figures: [
              { name: "gain-low", value: 20, stdUncertainty: 0.05, quantity: "level-ratio" },
            ],
          },
        ],
      },
      "met",
    ],
    [
      "clip",
      "50 W into 8 ohms, one channel driven, 1 % THD",
      { channels: [{ powerWatts: 56 }] },
      "met",
    ],
    [
      "bridged",
      "Bridged: 150 W into 8 ohms, 1 % THD",
      {
        channels: [
          {
            levels: [
              { powerWatts: 160, thdRatio: 0.001 },
              { powerWatts: 170, thdRatio: 0.03 },
            ],
          },
        ],
      },
      "met",
    ],
  ])("%s: %s", async (kind, text, result, outcome) => {
    const { claims } = await judged({
      claims: [text],
      amplifier: { channels: 1 },
      runs: [{ kind, conditions: { ...conditions, frequencyHz: 1000 }, result }],
    });
    expect(claims[0].outcome).toBe(outcome);
  });

  test("an overdriven recorder makes all that it recorded doubtful", async () => {
    const { claims } = await judged({
      claims: ["THD 0.1 % at 50 W into 8 ohms"],
      runs: [
        {
          kind: "spectrum",
          conditions: { ...conditions, frequencyHz: 1000 },
          result: {
            cautions: ["12 samples stand at full scale"],
            channels: [{ thdRatio: 0.0004, powerWatts: 50 }],
          },
        },
      ],
    });
    expect(claims[0]).toMatchObject({ outcome: "not-tested" });
  });

  test("a channel that was refused says nothing", async () => {
    const { claims } = await judged({
      claims: ["Gain 26 dB"],
      runs: [{ kind: "gain", conditions, result: { channels: [{ refused: "silence" }] } }],
    });
    expect(claims[0].outcome).toBe("not-tested");
  });
});

describe("refusals name the place", () => {
  const run = { kind: "power-sweep", conditions: { source: "recording" }, result: {} };
  test.each<[unknown, RegExp]>([
    ["{", /no JSON/],
    ["[]", /must be a JSON object/],
    [{}, /claims must be lines/],
    [{ claims: 5 }, /claims must be lines/],
    [{ claims: "50 W", runs: [{ ...run, kind: "dance" }] }, /runs\[0\].kind must be one of/],
    [{ claims: "50 W", runs: [{ ...run, conditions: {} }] }, /runs\[0\].conditions.source/],
    [
      { claims: "50 W", runs: [{ kind: "noise", conditions: { source: "meter" } }] },
      /either a file or a result/,
    ],
    [{ claims: "50 W", runs: [{ ...run, file: "x.wav" }] }, /either a file or a result/],
    [{ claims: "50 W", runs: [{ ...run, result: 5 }] }, /runs\[0\].result must be what/],
    [
      {
        claims: "50 W",
        runs: [{ kind: "noise", file: "gone.wav", conditions: { source: "meter" } }],
      },
      /run 1: cannot read gone.wav/,
    ],
    [
      { claims: "50 W", runs: [{ ...run, conditions: { source: "recording", loadOhms: -4 } }] },
      /runs\[0\].conditions.loadOhms/,
    ],
    [{ claims: "50 W", amplifier: { channels: 0 } }, /amplifier.channels/],
    [
      { claims: [{ text: "Damping factor > 100", filledIn: { volts: 8 } }] },
      /filledIn .* leaves open loadOhms, frequencyHz/,
    ],
    [{ claims: [{ text: "Damping factor > 100", filledIn: { loadOhms: "x" } }] }, /filledIn/],
  ])("%j", async (content, message) => {
    await expect(judged(content)).rejects.toThrow(message);
  });

  test("no file, or none that is there", async () => {
    await expect(judgeCase([])).rejects.toThrow("give one case");
    await expect(judgeCase([join(folder, "none.json")])).rejects.toThrow("cannot read");
  });
});

describe("what runs were taken on and claims are made for", () => {
  const swept = (id: string, watts: number, conditions: object) => ({
    id,
    kind: "sweep",
    result: {
      channels: [0, 1].map((channel) => ({
        channel,
        levels: [0.1, 0.5, 0.99, 1.02, 1.2].map((share) => ({
          powerWatts: share * watts,
          voltsRms: Math.sqrt(8 * share * watts),
          thdRatio: share > 1 ? 0.03 : 0.0005,
          thdPlusNoiseRatio: share > 1 ? 0.03 : 0.0005,
        })),
      })),
    },
    conditions: {
      source: "recording",
      nominalOhms: 8,
      loadOhms: 8,
      channelsDriven: 2,
      ...conditions,
    },
  });
  const outcomes = async (claims: unknown[], runs: object[], amplifier: object = {}) =>
    (await judged({ claims, amplifier: { channels: 2, ...amplifier }, runs })).claims.map(
      ({ outcome, reading }) => [outcome, reading?.run ?? null],
    );
  const small = swept("small", 30, { supply: "32 V brick" });
  const big = swept("big", 60, { supply: "48 V brick" });
  const AS_SUPPLIED = "50 W per channel into 8 ohms, both channels driven, 1 % THD";
  const WITH_BIG =
    "With the 48 V adapter: 50 W per channel into 8 ohms, both channels driven, 1 % THD";

  test("each claim is judged by the runs on its own supply", async () =>
    expect(await outcomes([AS_SUPPLIED, WITH_BIG], [small, big], { supply: "32 V brick" })).toEqual(
      [
        ["met-other-setting", "big"],
        ["met", "big"],
      ],
    ));

  test("a claim may be said to be made for a switch and a connection", async () => {
    const off = swept("off", 60, { setting: "soft clip: off" });
    const bridged = swept("bridged", 200, { connection: "bridged" });
    expect(
      await outcomes(
        [{ text: AS_SUPPLIED, setting: "soft clip: off" }],
        [swept("on", 30, {}), off, bridged],
      ),
    ).toEqual([["met", "off"]]);
    expect(await outcomes([AS_SUPPLIED], [bridged])).toEqual([["not-tested", null]]);
  });

  test("of an amplifier with several supplies, a run that names none does not record it", async () => {
    const which = swept("which", 60, {});
    const box = { supply: "32 V brick" };
    expect(await outcomes([AS_SUPPLIED], [which, small], box)).toEqual([["missed", "small"]]);
    expect(await outcomes([AS_SUPPLIED], [which, big], box)).toEqual([
      ["met-other-setting", "big"],
    ]);
    // It is said to be the one in the box, or there is no other.
    const boxed = swept("boxed", 60, { supply: "" });
    expect(await outcomes([AS_SUPPLIED], [boxed, big], box)).toEqual([["met", "boxed"]]);
    expect(await outcomes([AS_SUPPLIED], [which], box)).toEqual([["met", "which"]]);
  });

  test("a run that does not record its supply decides nothing, and says so", async () => {
    const { claims } = await judged({
      claims: [AS_SUPPLIED],
      runs: [swept("which", 60, { unrecorded: ["supply"] })],
    });
    expect(claims[0]).toMatchObject({ outcome: "not-tested", probability: null });
    expect(claims[0].evidence[0].why).toContain("the supply was not recorded");
    expect(claims[0].sentence).toContain("the supply was not recorded");
  });
});

test("the published schema names the fields that are read", () => {
  type Node = { properties?: Record<string, Node>; items?: Node };
  const schema = JSON.parse(readFileSync(resolve(__dirname, "case.schema.json"), "utf8")) as Node;
  const at = (node: Node | undefined, ...path: string[]): string[] =>
    Object.keys(
      path.reduce<Node | undefined>(
        (found, name) => (name === "[]" ? found?.items : found?.properties?.[name]),
        node,
      )?.properties ?? {},
    ).toSorted();
  const runs = caseSchema.fields.runs as unknown as {
    innerType: { fields: Record<string, { fields: object }> };
  };
  expect(at(schema)).toEqual(Object.keys(caseSchema.fields).toSorted());
  expect(at(schema, "runs", "[]")).toEqual(Object.keys(runs.innerType.fields).toSorted());
  expect(at(schema, "runs", "[]", "conditions")).toEqual(
    Object.keys(runs.innerType.fields.conditions.fields).toSorted(),
  );
});
