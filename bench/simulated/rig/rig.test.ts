import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { checkRig, EXAMPLE_RIGS, rigJsonSchema, type SimulatedRig } from "..";
import { FAULTS, type FaultName } from "./faultNames";
import {
  DESK,
  harmonicRatio,
  HOME,
  loaded,
  onePercentWatts,
  playTone,
  readTone,
  rigOf,
  smallSignalVolts,
  sweepOf,
} from "../testing/measure";

test("eleven invented amplifiers of all kinds, three with a fault to find", () => {
  const rigs = Object.values(EXAMPLE_RIGS);
  expect(rigs.length).toBe(11);
  expect(new Set(rigs.map(({ stage }) => stage.kind))).toEqual(
    new Set(["class-a", "class-ab", "class-gh", "class-d", "transformer"]),
  );
  expect(new Set(rigs.map(({ supply }) => supply.kind))).toEqual(
    new Set(["linear", "brick", "switched"]),
  );
  expect(rigs.filter(({ faults }) => faults.length > 0).length).toBe(3);
});

test.each(Object.entries(EXAMPLE_RIGS))(
  "%s plays 1 W cleanly, or as its fault has it",
  (_, rig) => {
    const { volts } = playTone(rig, 0.12, { drives: [true, true] });
    for (const each of volts) expect(readTone(each).thdRatio).toBeLessThan(0.01);
  },
);

test("the published schema is what the fields say: npm run build:schema writes it", () => {
  expect(JSON.parse(readFileSync(resolve(__dirname, "../rig.schema.json"), "utf8"))).toEqual(
    JSON.parse(JSON.stringify(rigJsonSchema())),
  );
});

const advice = (json: unknown): string => {
  const outcome = checkRig(json);
  return outcome.ok ? "accepted" : outcome.finding.advice;
};

test.each<[string, unknown, string]>([
  ["no object", [], "the rig must be an object"],
  ["an unknown part", { amp: {} }, "amp is not known; here are known"],
  ["an unknown field", { stage: { kind: "class-ab", idle: 1 } }, "stage.idle is not known"],
  [
    "a number out of span",
    { stage: { kind: "class-ab", idleAmperes: 12 } },
    "stage.idleAmperes is 12; it must be a number from 0 to 5 A",
  ],
  [
    "text for a number",
    { mains: { voltsRms: "230" } },
    'mains.voltsRms is "230"; it must be a number',
  ],
  ["not a number", { mains: { voltsRms: NaN } }, "mains.voltsRms is null"],
  [
    "an unknown kind",
    { supply: { kind: "battery" } },
    'supply.kind is "battery"; it must be one of linear, brick, switched',
  ],
  [
    "a choice that is none",
    { converter: { bits: 20 } },
    "converter.bits is 20; it must be one of 12, 16, 24",
  ],
  ["a switch that is none", { heat: { hasFan: 1 } }, "heat.hasFan is 1; it must be true or false"],
  ["a fault that is none", { faults: ["gremlins"] }, 'faults[0] is "gremlins"'],
  ["no loads", { loads: [] }, "loads must be a list"],
  ["an empty network", { loads: [{ kind: "series", parts: [] }] }, "loads[0].parts must be a list"],
  [
    "a speaker within a network",
    { loads: [{ kind: "series", parts: [{ kind: "speaker" }] }] },
    "loads[0].parts[0].kind",
  ],
  [
    "class G on one pair of rails",
    { stage: { kind: "class-gh" } },
    "needs a linear supply whose highSecondaryVoltsRms",
  ],
  [
    "a transformer on a brick",
    { stage: { kind: "transformer" }, supply: { kind: "brick" } },
    "needs a linear supply",
  ],
  ["bridging a bridge", { connection: "bridged", stage: { kind: "class-d" } }, "cannot be bridged"],
  ["half a channel", { input: { channelCount: 1.5 } }, "whole numbers"],
  [
    "cut-in above cut-out",
    { protection: { cutOutCelsius: 60, cutInCelsius: 70 } },
    "must be below",
  ],
])("refusal: %s", (_, json, text) => expect(advice(json)).toContain(text));

test("whatever is left out is by default", () => {
  expect(rigOf({})).toMatchObject({
    stage: { kind: "class-ab", idleAmperes: 0.06 },
    supply: { kind: "linear" },
    loads: [{ kind: "resistor", ohms: 8.2 }],
    connection: "separate",
    faults: [],
  });
});

/** What each fault shows in a capture, as a number that rises with it. */
const SIGNS: Record<FaultName, (rig: SimulatedRig) => number> = {
  "tired-reservoir": (rig) =>
    readTone(playTone(rig, 1.4, { drives: [true, true], seconds: 0.4 }).volts[0]).flattening
      .positive.tipSpreadVolts,
  "tired-coupling": (rig) => smallSignalVolts(rig, 1000) / smallSignalVolts(rig, 20),
  "weak-channel": (rig) => 1 / onePercentWatts(sweepOf(rig, 1.4, [true, true]).result, 1),
  "bias-too-low": (rig) => harmonicRatio(readTone(playTone(rig, 0.02).volts[0]), 3),
  "scratchy-control": (rig) => {
    const [volts] = playTone(rig, 0.3, { seconds: 2 }).volts;
    const peaks = Array.from({ length: 190 }, (_, k) =>
      Math.max(...volts.subarray(k * 1920, (k + 1) * 1920)),
    );
    return 1 - Math.min(...peaks) / Math.max(...peaks);
  },
  "filter-for-another-load": (rig) =>
    Math.abs(Math.log(smallSignalVolts(rig, 20_000) / smallSignalVolts(rig, 1000))),
  "poor-thermal-contact": (rig) =>
    playTone(rig, 0.8, { drives: [true, true], seconds: 3 }).log.end.temperatures.junctionCelsius,
  "undersized-brick": (rig) =>
    1 /
    Math.max(
      ...sweepOf(rig, 1.2, [true, true]).result.channels[0].steps.map(
        ({ powerWatts }) => powerWatts,
      ),
    ),
  "weak-source": (rig) =>
    1 / Math.max(...sweepOf(rig, 1.2).result.channels[0].steps.map(({ powerWatts }) => powerWatts)),
};
const HOSTS: Partial<Record<FaultName, SimulatedRig>> = {
  "filter-for-another-load": loaded(DESK, 8),
  "undersized-brick": loaded(
    { ...DESK, supply: { ...DESK.supply, overload: "constant-current" } as SimulatedRig["supply"] },
    4,
    4,
  ),
};

test.each(Object.keys(FAULTS) as FaultName[])("fault: %s shows in a capture", (fault) => {
  const host = HOSTS[fault] ?? loaded(HOME, 8, 8);
  const sign = SIGNS[fault];
  expect(sign({ ...host, faults: [fault] })).toBeGreaterThan(1.15 * sign(host));
});
