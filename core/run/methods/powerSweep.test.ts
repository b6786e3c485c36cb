import { isDoubtful } from "../../caution";
import { stimulusVolts } from "../../signal";
import { testOfCaptures } from "../../testing/referenceCapture";
import { initialSettings, RUN_KIND_NAMES, RUN_KINDS } from "..";
import { RUN_METHODS } from "../reading";
import {
  analysed,
  captureAs,
  FACTS,
  findingOf,
  RATE_HZ,
  recorded,
  valueOf,
} from "../testing/recordings";

const sweepShot = (limitDriveVoltsRms: number | null = null) => {
  const { fields } = RUN_KINDS["power-sweep"];
  const { shots } = RUN_METHODS["power-sweep"];
  const { value } = shots(initialSettings(fields), { ...FACTS, limitDriveVoltsRms }).next();
  if (!value) throw new Error("a sweep is one recording");
  return value;
};

test("forty levels, the last one the source's most unless a drive is asked for", () => {
  expect(sweepShot().stimulus).toMatchObject({
    kind: "level-sweep",
    stepCount: 40,
    stepSeconds: 0.25,
    lastVoltsPeak: 2 * Math.SQRT2,
  });
});

test("where the limit was looked for, the levels crowd about it, ten percent still within; never beyond the source", () => {
  const lastOf = (limit: number): number => {
    const { stimulus } = sweepShot(limit);
    return stimulus.kind === "level-sweep" ? stimulus.lastVoltsPeak / Math.SQRT2 : NaN;
  };
  expect(lastOf(1)).toBeGreaterThan(1.25);
  expect(lastOf(1)).toBeLessThan(1.5);
  expect(lastOf(1.9)).toBeCloseTo(2, 9);
});

test("a run that goes by the limit says so, or is refused its shots", () => {
  for (const kind of RUN_KIND_NAMES) {
    const { shots, seeksLimit } = RUN_METHODS[kind];
    if (seeksLimit === "always" || RUN_KINDS[kind].isSoaked || RUN_KINDS[kind].takesMeterOnly)
      continue;
    const facts = { ...FACTS, channelCount: 2, limitDriveVoltsRms: null };
    expect(() => shots(initialSettings(RUN_KINDS[kind].fields), facts).next()).not.toThrow();
  }
});

test("a wave held at 20 V: the tops flatten from 25 W into 8 ohm on, and the rails are named", () => {
  const { stimulus } = sweepShot();
  const volts = stimulusVolts(stimulus, RATE_HZ).map((each) =>
    Math.max(-20, Math.min(20, 10 * each)),
  );
  const [channel] = analysed("power-sweep", [recorded([volts])]);
  expect(channel.levels?.length).toBe(40);
  expect(channel.stop.reason).toBe("rail-voltage");
  // Between the last level with round tops and the first with flat ones, 0.7 dB apart.
  expect(Math.abs(valueOf(channel, "tops") / 25 - 1)).toBeLessThan(0.12);
  // A sine held so that it has 1 % THD+N gives 1.04 of the power at which it begins to be held.
  expect(valueOf(channel, "one-percent") / 25).toBeGreaterThan(1);
});

test("a clean sweep that ends in silence is not blamed on the drive; what the other instruments saw explains it", () => {
  const { stimulus } = sweepShot();
  const volts = stimulusVolts(stimulus, RATE_HZ).map((each, n, all) =>
    n > 0.8 * all.length ? 0 : 10 * each,
  );
  const stopOf = (change: Parameters<typeof recorded>[1]) =>
    analysed("power-sweep", [recorded([volts], change)])[0].stop;
  expect(stopOf({}).reason).toBe("not-known");
  expect(stopOf({}).evidence).toMatch(
    /there is no signal for 2\.0 s: either the sweep ended there/,
  );
  const events = [{ seconds: 8, event: "thermal-cut-out" }];
  expect(stopOf({ events }).reason).toBe("thermal-cut-out");
});

test("silence is no sweep", () =>
  expect(findingOf("power-sweep", [recorded([new Float64Array(RATE_HZ)])])).toBe("no-signal"));

testOfCaptures("a reference sweep: watts at 1 % as its truth says", () => {
  const channel = captureAs("a_8R2_sweep", "power-sweep");
  expect(valueOf(channel, "one-percent")).toBeCloseTo(60.23, 0);
  expect(channel.stop.reason).toBe("rail-voltage");
});

test("a sweep of 7 kHz whose third harmonic lies beyond the band says that its limits come late", () => {
  const sweep = (hertz: number) =>
    Float64Array.from({ length: 1.2 * RATE_HZ }, (_, n) => {
      const seconds = n / RATE_HZ;
      const peak = 5 * 10 ** (Math.floor(seconds / 0.1 + 1e-9) / 12);
      return Math.max(-20, Math.min(20, peak * Math.sin(2 * Math.PI * hertz * seconds)));
    });
  const [usual] = analysed("power-sweep", [recorded([sweep(1000)])]);
  expect(usual.cautions).toEqual([]);
  expect(valueOf(usual, "one-percent")).toBeCloseTo(26.3, 0);
  const [high] = analysed("power-sweep", [recorded([sweep(7000)])]);
  expect(high.cautions).toMatchObject([{ code: "few-harmonics" }]);
  expect(high.cautions?.[0].touches).toContain("one-percent");
  expect(high.summary).toContain("21 kHz, is above 20 kHz");
  // Where the tops flatten it is reported all the same.
  expect(Math.abs(valueOf(high, "tops") / valueOf(usual, "tops") - 1)).toBeLessThan(0.02);
});

test("levels that are held too shortly to be distinguished make figures that are no evidence, and the sweep says so", () => {
  const volts = Float64Array.from({ length: 15 * RATE_HZ }, (_, n) => {
    const seconds = n / RATE_HZ;
    return 0.5 * 72 ** (Math.floor(seconds / 0.5) / 29) * Math.sin(2 * Math.PI * 20 * seconds);
  });
  const [channel] = analysed("power-sweep", [recorded([volts])]);
  expect(channel.cautions).toMatchObject([{ code: "unsteady", touches: [] }]);
  expect(channel.summary).toMatch(/levels change during the reading.*Hold each level/);
  expect(isDoubtful(channel.cautions ?? [], "one-percent")).toBe(true);
});

test("clipping is stated from where the tops stay flat, not from what looks flat far below it", () => {
  // Turned up evenly from nothing: the very first moments bend like a held top.
  const volts = Float64Array.from({ length: 20 * RATE_HZ }, (_, n) => {
    const seconds = n / RATE_HZ;
    return Math.max(-28, Math.min(28, 1.8 * seconds * Math.sin(2 * Math.PI * 1000 * seconds)));
  });
  const { stop } = analysed("power-sweep", [recorded([volts])])[0];
  expect(stop.reason).toBe("rail-voltage");
  expect(stop.evidence).toMatch(/clips at 2[78].* V from (4[89]|5\d)/);
});
