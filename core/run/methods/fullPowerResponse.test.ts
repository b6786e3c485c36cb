import { isDoubtful } from "../../caution";
import { seededNormal, stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { initialSettings, RUN_KINDS } from "..";
import { RUN_METHODS } from "../reading";
import {
  analysed,
  FACTS,
  findingOf,
  RATE_HZ,
  recorded,
  tone,
  valueOf,
} from "../testing/recordings";

test("it begins higher each time the amplifier shuts down at the low end, and ends when it holds", () => {
  const { fields } = RUN_KINDS["full-power-response"];
  const { shots } = RUN_METHODS["full-power-response"];
  const planned = shots(initialSettings(fields), FACTS);
  const begins: number[] = [];
  let next = planned.next();
  while (!next.done) {
    const { stimulus } = next.value;
    begins.push(stimulus.kind === "log-sweep" ? stimulus.lowHz : 0);
    next = planned.next(
      recorded([new Float64Array(RATE_HZ)], {
        stimulus,
        events: begins.length < 3 ? [{ seconds: 0.1, event: "relay-opened" }] : [],
      }),
    );
  }
  expect(begins).toEqual([20, 40, 80]);
});

test("a sweep that is played back as it was is flat, within a tenth of a decibel", () => {
  const stimulus = {
    kind: "log-sweep",
    lowHz: 20,
    highHz: 20_000,
    voltsPeak: 1,
    seconds: 2,
  } as const;
  const [channel] = analysed("full-power-response", [
    recorded([stimulusVolts(stimulus, RATE_HZ)], { stimulus }),
  ]);
  expect(Math.abs(amplitudeRatioToDb(valueOf(channel, "lowest")))).toBeLessThan(0.1);
  expect(Math.abs(amplitudeRatioToDb(valueOf(channel, "highest")))).toBeLessThan(0.1);
});

describe("a file, of which nothing says what was played", () => {
  const SETTINGS = { lowHz: 20, highHz: 20_000, seconds: 2 };
  const swept = (change: Partial<typeof SETTINGS> = {}) =>
    stimulusVolts({ kind: "log-sweep", voltsPeak: 28, ...SETTINGS, ...change }, RATE_HZ);
  const between = (leadSeconds: number, volts: Float64Array, tailSeconds: number) => {
    const lead = Math.round(leadSeconds * RATE_HZ);
    const whole = new Float64Array(lead + volts.length + Math.round(tailSeconds * RATE_HZ));
    whole.set(volts, lead);
    return whole;
  };
  const noise = (deviation: number, seed = 5) => {
    const normal = seededNormal(seed);
    return (volts: Float64Array) => volts.map((value) => value + deviation * normal());
  };
  const read = (volts: Float64Array) =>
    analysed("full-power-response", [recorded([volts])], SETTINGS)[0];

  test.each([
    ["with silence before and after it", between(0.7, swept(), 0.5)],
    ["clipped", between(0.1, swept(), 0.5).map((value) => Math.max(-20, Math.min(20, value)))],
    ["40 dB above noise", noise(0.2)(between(0.1, swept(), 0.5))],
  ])("the sweep, %s, is read: flat within 0.2 dB from 50 Hz to 15 kHz", (_, volts) => {
    const [{ points }] = read(volts).curves;
    const inside = points.filter(([hertz]) => hertz > 50 && hertz < 15_000);
    expect(inside.length).toBeGreaterThan(40);
    for (const [, ratio] of inside)
      expect(Math.abs(amplitudeRatioToDb(ratio / inside[30][1]))).toBeLessThan(0.2);
  });

  const linear = Float64Array.from({ length: 3 * RATE_HZ }, (_, n) => {
    const seconds = n / RATE_HZ;
    return 20 * Math.sin(2 * Math.PI * (20 * seconds + (19_980 * seconds ** 2) / 6));
  });
  test.each([
    ["a sweep that took longer", between(0, swept({ seconds: 2.2 }), 0.5)],
    ["a sweep that began lower", between(0, swept({ lowHz: 10 }), 0.5)],
    ["a sweep that ended higher", between(0, swept({ highHz: 30_000 }), 0.5)],
    ["a sweep by even hertz", linear],
    ["a tone", tone(20, 1000, 3)],
    ["noise", noise(5)(new Float64Array(3 * RATE_HZ))],
    ["silence with a little noise", noise(1e-4)(new Float64Array(3 * RATE_HZ))],
  ])("%s is no such sweep: refused, with which one was looked for", (_, volts) => {
    const given = [recorded([volts])];
    expect(findingOf("full-power-response", given, SETTINGS)).toBe("no-signal");
    expect(() => read(volts)).toThrow(
      /not contain the expected sweep from 20.* Hz to 20.* kHz in 2.00 s/,
    );
  });

  test("a beginning that is cut off took the low end with it", () => {
    const volts = between(0, swept().subarray(0.2 * RATE_HZ), 0.7);
    expect(findingOf("full-power-response", [recorded([volts])], SETTINGS)).toBe("too-short");
    expect(() => read(volts)).toThrow(/first 0.20 s are cut off/);
  });
});

describe("an output that is at its limit tells where that lies, not how it passes the frequency", () => {
  const stimulus = {
    kind: "log-sweep",
    lowHz: 20,
    highHz: 20_000,
    voltsPeak: 28,
    seconds: 2,
  } as const;
  const read = (through: (value: number, seconds: number) => number) =>
    analysed("full-power-response", [
      recorded([stimulusVolts(stimulus, RATE_HZ).map((value, n) => through(value, n / RATE_HZ))], {
        stimulus,
      }),
    ])[0];
  const heldTo = (most: number) => (value: number) => Math.max(-most, Math.min(most, value));

  // The height sinks as the sweep goes on, as a supply does that runs out: no two tops are alike.
  test("a limit that sinks meanwhile is reported, with where", () => {
    const { cautions = [] } = read((value, seconds) => heldTo(28 - 4 * seconds)(value));
    expect(cautions).toMatchObject([
      { code: "clipped", text: expect.stringMatching(/^From \d+ Hz to .*lower power\.$/) },
    ]);
    expect(isDoubtful(cautions, "lowest")).toBe(true);
  });

  test("a half of a percent of distortion is no limit", () => {
    expect(read((value) => value + (0.02 / 28 ** 2) * value ** 3).cautions).toEqual([]);
    expect(read((value) => value).cautions).toEqual([]);
  });
});
