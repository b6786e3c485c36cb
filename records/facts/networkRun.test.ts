import { GENERIC_PROFILES, STAND_IN, type NetworkRole } from "@/core/scpi";
import {
  networkInstrumentsSchema,
  networkRunSchema,
  type NetworkInstruments,
} from "../networkInstruments";
import { rigSchema, type RigSettings } from "../rig";
import { validated } from "../validated";
import {
  hasStandIn,
  instrumentsFor,
  isRehearsedBy,
  metersBeside,
  networkInUse,
  networkRunOn,
  scopeFloorRatio,
} from "./networkRun";

const of = (role: NetworkRole, identity = `MAKER,${role},1,1`) => ({
  id: role,
  name: `my ${role}`,
  identity,
  profile: GENERIC_PROFILES[role],
});
const ALL: NetworkInstruments = {
  instruments: (
    ["generator", "oscilloscope", "voltmeter", "mains-meter", "thermometer"] as const
  ).map((role) => of(role)),
};
const rig = (
  change: Partial<RigSettings["network"]> = {},
  probe: RigSettings["probe"] = "grounded probe",
) => {
  const empty = rigSchema.getDefault();
  return {
    ...empty,
    probe,
    network: {
      ...empty.network,
      generatorId: "generator",
      oscilloscopeId: "oscilloscope",
      voltmeterId: "voltmeter",
      ...change,
    },
  };
};
const run = (
  ...[choice, outputs = 2, network = ALL]: [ReturnType<typeof rig>, number?, NetworkInstruments?]
) => networkRunOn(network, choice, outputs);
const advice = (outcome: ReturnType<typeof run>) => (outcome.ok ? "fine" : outcome.finding.advice);

test("what is chosen becomes a run that can be kept: channels one after another, levels as the amplifier's input stands", () => {
  const made = run(rig({ sourceChannel: 3, mainsMeterId: "mains-meter" }));
  if (!made.ok) throw new Error(made.finding.advice);
  expect(made.value.readChannels).toEqual([[1], [2]]);
  expect(made.value.meters.mainsMeter?.name).toBe("my mains-meter");
  expect(made.value.meters.thermometer).toBeNull();
  expect(made.value.mostVoltsPeak).toBeCloseTo(2 * Math.SQRT2, 9);
  expect(networkRunSchema.isValidSync(made.value)).toBe(true);
  expect(isRehearsedBy(made.value)).toBe(false);
});

test("both terminals of an output take two channels each, and no more outputs than there are channels", () => {
  const both = run(rig({}, "two channels"));
  expect(both.ok && both.value.readChannels).toEqual([
    [1, 2],
    [3, 4],
  ]);
  const late = run(rig({ firstChannel: 2 }, "two channels"));
  expect(late.ok && late.value.readChannels).toEqual([[2, 3]]);
  const many = run(rig(), 6);
  expect(many.ok && many.value.readChannels).toHaveLength(4);
});

test.each([
  [{ generatorId: null }, "no generator is chosen"],
  [{ oscilloscopeId: "gone" }, "no oscilloscope is chosen"],
  [{ sourceChannel: 2 }, "cannot measure the input and an output at once"],
  [{ sourceChannel: 7 }, "has no channel 7"],
  [{ firstChannel: 6 }, "too few from channel 6"],
] as const)("%j: %s", (change, words) => expect(advice(run(rig(change)))).toContain(words));

test("one that never answered cannot be used, and one that stands in for another makes a rehearsal", () => {
  const silent = { instruments: [...ALL.instruments.slice(0, 2), of("voltmeter", "")] };
  expect(advice(run(rig(), 2, silent))).toContain("my voltmeter has not responded yet");
  const stood = {
    instruments: [...ALL.instruments.slice(0, 2), of("voltmeter", `${STAND_IN} VOLTMETER,0,1`)],
  };
  const made = run(rig(), 2, stood);
  expect(made.ok && isRehearsedBy(made.value)).toBe(true);
  // So is what a stand-in of a mains meter tells beside a real interface.
  const beside = (identity: string) =>
    metersBeside(
      { instruments: [of("mains-meter", identity)] },
      rig({ mainsMeterId: "mains-meter" }).network,
    );
  expect(hasStandIn(beside(`${STAND_IN} MAINS-METER,0,1`))).toBe(true);
  expect(hasStandIn(beside("MAKER,meter,1,1"))).toBe(false);
  expect(hasStandIn(undefined)).toBe(false);
});

test("beside an audio interface only what answers looks on, and never a voltmeter", () => {
  const choice = rig({ mainsMeterId: "mains-meter" }).network;
  expect(metersBeside(ALL, choice)).toMatchObject({
    voltmeter: null,
    mainsMeter: { id: "mains-meter" },
    thermometer: null,
  });
  expect(metersBeside(ALL, rig().network)).toBeUndefined();
  expect(metersBeside({ instruments: [of("mains-meter", "")] }, choice)).toBeUndefined();
});

test("the steps of a converter become distortion that is no amplifier's", () => {
  const oscilloscope = of("oscilloscope");
  // The signal-to-noise ratio of 14 bits is 6.02 · 14 + 1.76 dB at full range, which stands 1.3 times above the signal.
  const fullRangeDb = 20 * Math.log10(1.3 / scopeFloorRatio({ oscilloscope }));
  expect(fullRangeDb).toBeCloseTo(6.02 * 14 + 1.76, 1);
});

test("what is kept holds, or says where it does not", async () => {
  expect((await validated(networkInstrumentsSchema, ALL)).ok).toBe(true);
  const bad = {
    instruments: [
      {
        ...of("oscilloscope"),
        name: "",
        profile: {
          ...GENERIC_PROFILES.oscilloscope,
          commands: { ...GENERIC_PROFILES.oscilloscope.commands, samples: "" },
        },
      },
    ],
  };
  const checked = await validated(networkInstrumentsSchema, bad);
  expect(!checked.ok && checked.errors).toEqual({
    "instruments[0].name": expect.stringContaining("Enter a name"),
    "instruments[0].profile.commands.samples": "It is needed for any measurement.",
  });
  const odd = {
    instruments: [
      { ...of("voltmeter"), profile: { ...GENERIC_PROFILES.voltmeter, commands: [1] } },
    ],
  };
  expect((await validated(networkInstrumentsSchema, odd)).ok).toBe(false);
  expect(instrumentsFor(ALL, "voltmeter").map(({ id }) => id)).toEqual(["voltmeter"]);
});

test("readings rest on all that is chosen, on what looks on beside an audio interface, or on none of the network", () => {
  const choice = rig({ mainsMeterId: "mains-meter", thermometerId: "thermometer" });
  const names = (readings: RigSettings["readings"]) =>
    networkInUse(ALL, { ...choice, readings }).map(({ id }) => id);
  expect(names("network instruments")).toEqual([
    "generator",
    "oscilloscope",
    "voltmeter",
    "mains-meter",
    "thermometer",
  ]);
  expect(names("audio interface")).toEqual(["mains-meter", "thermometer"]);
  expect(names("simulated bench")).toEqual([]);
  // One that was removed since is no instrument.
  expect(
    networkInUse({ ...ALL, instruments: [] }, { ...choice, readings: "network instruments" }),
  ).toEqual([]);
});

test.each([
  [{ calibratedOn: "2026-03-04", calibrationMonths: 12 }, "fine"],
  [{}, "fine"],
  [{ calibratedOn: "2026-02-30" }, "This is not a valid date."],
  [{ calibrationMonths: 0 }, "It must be above zero."],
])("an instrument of the network with the calibration %j: %s", async (calibration, said) => {
  const outcome = await validated(networkInstrumentsSchema, {
    revision: 0,
    instruments: [{ ...of("voltmeter"), ...calibration }],
  });
  expect(outcome.ok ? "fine" : Object.values(outcome.errors)[0]).toBe(said);
});
