import { interfacesSchema, rigSchema, type AudioInterface } from "..";
import { audioRunOn, changedLevels, knownInterface, type OpenedDevice } from "./audioSetup";

const device: OpenedDevice = {
  deviceName: "InstrumentSession interface",
  isVirtual: false,
  sampleRateHz: 96_000,
  inputCount: 2,
  outputCount: 2,
  levels: null,
};
const kept = (change: Partial<AudioInterface> = {}): AudioInterface =>
  interfacesSchema.cast({
    interfaces: [
      {
        id: "one",
        deviceName: "InstrumentSession interface",
        sampleRateHz: 96_000,
        outputs: [{ channel: 0, fullScaleVolts: 4 }],
        inputs: [{ channel: 1, fullScaleVolts: 62, stdUncertaintyRatio: 0.004 }],
        ...change,
      },
    ],
  }).interfaces[0];
const rig = rigSchema.getDefault();

test("levels belong to a device at a rate: of another rate nothing is known", () => {
  expect(knownInterface([kept()], device)?.id).toBe("one");
  expect(knownInterface([kept()], { ...device, sampleRateHz: 48_000 })).toBeNull();
  expect(knownInterface([kept()], { ...device, deviceName: "Another" })).toBeNull();
});

test("a run is driven with the levels that were found, never beyond what the amplifier's input stands", () => {
  const run = audioRunOn(device, kept({ floor: { ...FLOOR, thdPlusNoiseRatio: 2e-5 } }), rig);
  expect(run).toMatchObject({
    ok: true,
    value: {
      outputs: [{ channel: 0, fullScaleVolts: 4 }],
      inputs: [{ channel: 1, fullScaleVolts: 62, isInverted: false }],
      mostVoltsPeak: 2 * Math.SQRT2,
      floorRatio: 2e-5,
      mainsHz: 50,
    },
  });
});

test("one whose volts are known because it was made with them needs no meter", () => {
  const levels = { outputFullScaleVolts: 4, inputFullScaleVolts: 80 };
  const run = audioRunOn({ ...device, isVirtual: true, levels }, null, rig);
  expect(run.ok && run.value.inputs.map(({ fullScaleVolts }) => fullScaleVolts)).toEqual([80, 80]);
});

test.each<[string, AudioInterface | null, Partial<OpenedDevice>, string]>([
  ["nothing known", null, {}, "of its outputs is not calibrated"],
  ["no inputs yet", kept({ inputs: [] }), {}, "of its inputs is not calibrated"],
  ["fewer channels than before", kept(), { inputCount: 1 }, "opened with 1 inputs"],
])("%s: refused, with where to go", (_, known, change, text) => {
  const run = audioRunOn({ ...device, ...change }, known, rig);
  expect(!run.ok && run.finding.advice).toContain(text);
  expect(!run.ok && run.finding.advice).toContain("under Audio interface");
});

test("a probe of two channels reads each load between two inputs, and waits for the second level", () => {
  const probe = { ...rig, probe: "two channels" as const };
  const one = audioRunOn(device, kept(), probe);
  expect(!one.ok && one.finding.advice).toContain("uses two inputs");
  const [input] = kept().inputs;
  const two = audioRunOn(device, kept({ inputs: [input, { ...input, channel: 0 }] }), probe);
  expect(two.ok && two.value.isBetweenInputs).toBe(true);
  const levels = { outputFullScaleVolts: 4, inputFullScaleVolts: 80 };
  const virtual = audioRunOn({ ...device, isVirtual: true, levels }, null, probe);
  expect(virtual.ok && virtual.value.isBetweenInputs).toBe(false);
});

describe("the response of the rig belongs to the loops it was read in", () => {
  const ownResponses = [[{ frequencyHz: 1000, ratio: 1, phaseRadians: 0 }]];
  test.each([
    ["the channels that are used now", [{ output: 0, input: 1 }], true],
    ["another input", [{ output: 0, input: 0 }], false],
    ["another output", [{ output: 1, input: 1 }], false],
    ["an older program, which did not say", undefined, true],
  ])("read with %s", (_, ownResponsesLoops, isUsed) => {
    const run = audioRunOn(device, kept({ ownResponses, ownResponsesLoops }), rig);
    expect(run.ok && run.value.ownResponses).toEqual(isUsed ? ownResponses : null);
  });
});

test("a level that differs from the last time is reported, with the difference", () => {
  const before = { at: "2026-11-20T10:00:00Z", outputVolts: [4.02], inputVolts: [80] };
  expect(changedLevels(kept({ before }))).toEqual(["input 1 is down by 22.5 %"]);
  expect(changedLevels(kept())).toEqual([]);
});

const FLOOR = {
  thdPlusNoiseRatio: 1e-4,
  thdRatio: 1e-5,
  crosstalkRatio: null,
  humRatio: null,
  frequencyHz: 1000,
  at: "2026-11-20T10:00:00Z",
};
