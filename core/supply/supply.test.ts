import { seededNormal } from "../signal";
import {
  audibilityOf,
  judgeLabel,
  type SupplyTest,
  supplyFingerprint,
  wattsInto,
  type CleanOutput,
} from ".";

/** What 40 V behind 0.5 ohm give: V = 40 R / (R + 0.5), P = V^2 / 2R. */
const behind = (volts: number, ohms: number, loadOhms: number): CleanOutput => {
  const watts = ((volts * loadOhms) / (loadOhms + ohms)) ** 2 / (2 * loadOhms);
  return { loadOhms, watts, stdWatts: 0.01 * watts };
};

test("Thévenin: 40 V behind 0.5 ohm come back from 8, 4 and 2 ohm, and predict 6 ohm", () => {
  const outputs = [8, 4, 2].map((ohms) => behind(40, 0.5, ohms));
  const found = supplyFingerprint(outputs);
  if (!found) throw new Error("nothing was told");
  expect(found.kind).toBe("sagging");
  expect(found.openVolts.value).toBeCloseTo(40, 9);
  expect(found.sourceOhms.value).toBeCloseTo(0.5, 9);
  expect(wattsInto(found, outputs, 6).value).toBeCloseTo(behind(40, 0.5, 6).watts, 9);
});

test("recovered within the stated uncertainty in about 95 of 100 noisy trials", () => {
  const random = seededNormal(4);
  const held = { volts: 0, ohms: 0, watts: 0 };
  const trials = 400;
  for (let k = 0; k < trials; k++) {
    const outputs = [8, 4, 2].map((ohms) => {
      const output = behind(40, 0.5, ohms);
      return { ...output, watts: output.watts + output.stdWatts * random() };
    });
    const found = supplyFingerprint(outputs);
    if (!found) throw new Error("nothing was told");
    const holds = (measured: { value: number; stdUncertainty: number }, truth: number) =>
      Number(Math.abs(measured.value - truth) <= 1.96 * measured.stdUncertainty);
    held.volts += holds(found.openVolts, 40);
    held.ohms += holds(found.sourceOhms, 0.5);
    held.watts += holds(wattsInto(found, outputs, 6), behind(40, 0.5, 6).watts);
  }
  for (const count of [held.volts, held.ohms]) {
    expect(count / trials).toBeGreaterThan(0.9);
    expect(count / trials).toBeLessThanOrEqual(0.995);
  }
  // Volts and ohms err together; apart they promise too little for what lies between, never too much.
  expect(held.watts / trials).toBeGreaterThan(0.93);
});

test.each<[string, number, number]>([
  ["stiff", 50, 99],
  ["sagging", 50, 80],
  ["power-limited", 50, 52],
  ["current-limited", 50, 26],
])("%s: %d W into 8 ohm and %d W into 4", (kind, eight, four) => {
  const outputs = [
    { loadOhms: 8, watts: eight, stdWatts: 0.5 },
    { loadOhms: 4, watts: four, stdWatts: 0.5 },
  ];
  expect(supplyFingerprint(outputs)?.kind).toBe(kind);
});

test("where watts are limited as many go into the next load; where amperes are, half the ohms take half", () => {
  const brick = [
    { loadOhms: 8, watts: 30, stdWatts: 0.3 },
    { loadOhms: 4, watts: 31, stdWatts: 0.3 },
  ];
  const power = supplyFingerprint(brick);
  expect(power && wattsInto(power, brick, 2).value).toBe(31);
  const limiter = [
    { loadOhms: 8, watts: 30, stdWatts: 0.3 },
    { loadOhms: 4, watts: 15, stdWatts: 0.15 },
  ];
  const current = supplyFingerprint(limiter);
  expect(current?.kind).toBe("current-limited");
  expect(current && wattsInto(current, limiter, 2).value).toBeCloseTo(7.5, 12);
});

test("one load, or two that are nearly alike, tell nothing", () => {
  expect(supplyFingerprint([behind(40, 0.5, 8)])).toBeNull();
  expect(supplyFingerprint([behind(40, 0.5, 8), behind(40, 0.5, 8.2)])).toBeNull();
  expect(() =>
    supplyFingerprint([behind(40, 0.5, 8), { loadOhms: 0, watts: 1, stdWatts: 0 }]),
  ).toThrow("loadOhms");
});

// Twice the power is 3.01 dB; a tenth more 0.41 dB.
test.each([
  [1.1, 0.41, "not audible"],
  [1.5, 1.76, "hardly audible"],
  [2, 3.01, "plainly audible"],
  [0.5, -3.01, "plainly audible"],
])("%d times the power is %d dB: %s", (ratio, db, words) => {
  const found = audibilityOf(ratio);
  expect(found.db).toBeCloseTo(db, 2);
  expect(found.words).toBe(words);
});

const LABEL = { volts: 24, amperes: 3 };
const tried = (
  amperes: number,
  seconds: number,
  then: SupplyTest["then"] = "held",
  volts = 23.9,
) => ({
  volts,
  amperes,
  seconds,
  then,
});

test.each<[string, SupplyTest[], string]>([
  ["ten minutes at its label", [tried(3, 600)], "met"],
  ["a little less than its label, within what meters tell", [tried(2.96, 900)], "met"],
  ["half a minute only", [tried(3, 30)], "open"],
  ["less than it claims", [tried(2, 900)], "open"],
  ["it switched off at less", [tried(3, 900), tried(2.5, 40, "switched off")], "missed"],
  ["the volts sagged", [tried(3, 900, "held", 22)], "missed"],
  ["only beyond its label it gave way", [tried(3, 900), tried(4, 2, "started anew")], "met"],
  [
    "it gives its label, and into a heavier load as many amperes at less volts",
    [tried(3, 900), tried(3, 900, "held", 20)],
    "met",
  ],
  ["nothing was tried", [], "open"],
])("24 V, 3 A: %s", (_, tests, outcome) => expect(judgeLabel(LABEL, tests).outcome).toBe(outcome));

test("what it holds for moments, and where it gives way", () => {
  const found = judgeLabel(LABEL, [
    tried(3, 900),
    tried(3.9, 0.5),
    tried(4.5, 0.05, "started anew"),
  ]);
  expect(found.overload).toEqual({ amperes: 3.9, seconds: 0.5 });
  expect(found.gaveWay).toMatchObject({ amperes: 4.5, then: "started anew" });
  expect(judgeLabel(LABEL, [tried(2.5, 40, "switched off")]).decidedBy).toMatchObject({
    amperes: 2.5,
    then: "switched off",
  });
});
