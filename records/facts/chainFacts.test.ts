import { emptyDocument, emptyWorkshopDocument, entryOf } from "@/records";
import { amplifier, load, runOf } from "@/records/testing/run";
import { chainFacts, type ChainLinkName } from ".";

const NOTHING = {
  amplifier,
  loads: [],
  runs: [],
  details: emptyDocument("details"),
  rig: { ...emptyDocument("rig") },
  instruments: emptyWorkshopDocument("instruments"),
};

const said = (name: ChainLinkName, change: Partial<typeof NOTHING> | object = {}) =>
  Object.fromEntries(chainFacts({ ...NOTHING, ...change })[name]);

test("what is not known is said so", () => {
  expect(said("source")).toEqual({ Source: "none", "Maximum output": "not known" });
  expect(said("load")).toEqual({ Loads: "none yet" });
  expect(said("probe")).toEqual({ Divider: "none", "Full scale": "not calibrated" });
  expect(said("reading")).toMatchObject({ "Runs saved": "0", "Last run": "none yet" });
});

test("loads as they were measured, one a line", () =>
  expect(said("load", { loads: [load, { ...load, id: "four", nominalOhms: 4 }] })).toEqual({
    "8 Ω": "8.210, 8.180 Ω measured",
    "4 Ω": "8.210, 8.180 Ω measured",
  }));

test("supplies with what their labels say; the watts follow from volts and amperes", () => {
  const supply = { kind: "brick" as const, volts: 24, amperes: 3, watts: null, isInTheBox: true };
  const details = {
    ...NOTHING.details,
    supplies: [{ ...supply, name: "brick" }],
    gainRatio: 10,
  };
  expect(said("amplifier", { details })).toMatchObject({
    Gain: "20 dB",
    brick: "24 V, 3 A, 72 W",
  });
});

test("the divider's ratio, and what full scale is worth once it was calibrated", () => {
  const rig = {
    ...NOTHING.rig,
    upperOhms: 47_000,
    lowerOhms: 1000,
    meterVoltsRms: 2.83,
    meterHz: 200,
    recordedRatio: 0.5,
  };
  // 2.83 V RMS are 4.002 V peak, half of full scale.
  expect(said("probe", { rig })).toEqual({
    Divider: "1 : 48.0",
    "Full scale": "8.004 V at the load",
  });
});

test("the last run by its day", () =>
  expect(said("reading", { runs: [entryOf(runOf([50]))] })).toMatchObject({
    "Runs saved": "1",
    "Last run": "2026-11-25",
  }));
