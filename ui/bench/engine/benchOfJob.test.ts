import { fromCatalogue } from "@/bench/catalogue";
import type { AudioRun, BenchJob } from "@/records";
import type { OpenInterface } from "../../audio/openInterface";
import { benchOfJob } from "./benchOfJob";
import { benchJob } from "@/records/testing/job";

const run: AudioRun = {
  deviceName: "InstrumentSession interface",
  isVirtual: false,
  sampleRateHz: 96_000,
  channelCount: 2,
  outputs: [{ channel: 0, fullScaleVolts: 4 }],
  inputs: [{ channel: 0, fullScaleVolts: 62, stdUncertaintyRatio: 0.004, isInverted: false }],
  isBetweenInputs: false,
  mostVoltsPeak: 2.8,
  riseDbPerSecond: 40,
  floorRatio: 1e-5,
  ownResponses: null,
  mainsHz: 60,
};
const device = (change: Partial<OpenInterface> = {}): OpenInterface =>
  ({
    deviceName: "InstrumentSession interface",
    sampleRateHz: 96_000,
    link: () => "the port",
    ...change,
  }) as never;
const live = benchJob({ played: "audio interface", rig: run });

test("through an audio interface it is a recording, as accurate as its levels; through a virtual one it is rehearsed", () => {
  expect(benchOfJob(live, device())).toMatchObject({
    ok: true,
    value: {
      source: "recording",
      sourceDetail: "InstrumentSession interface, live at 96 kHz",
      sampleRateHz: 96_000,
      mainsHz: 60,
      voltsAccuracyRatio: 0.008,
      floor: { thdPlusNoiseRatio: 1e-5 },
      instrument: { kind: "audio", link: "the port" },
    },
  });
  const virtual = { ...live, rig: { ...run, isVirtual: true } };
  expect(benchOfJob(virtual, device())).toMatchObject({ value: { source: "simulated-bench" } });
});

test.each<[string, BenchJob, OpenInterface | null, string]>([
  ["none is open", live, null, "is not open at 96 kHz"],
  ["another is open", live, device({ deviceName: "Other" }), "is not open at 96 kHz"],
  ["it is open at another rate", live, device({ sampleRateHz: 48_000 }), "is not open at 96 kHz"],
  ["its levels are damaged", { ...live, rig: { ...run, inputs: [] } }, device(), "cannot be read"],
])("%s: refused, and nothing is played", (_, asked, open, text) => {
  const found = benchOfJob(asked, open);
  expect(!found.ok && found.finding).toMatchObject({
    code: "instrument-fault",
    advice: expect.stringContaining(text),
  });
});

test("the simulated bench as before", () => {
  const { amplifier } = fromCatalogue("home-class-ab");
  expect(benchOfJob(benchJob({ rig: amplifier }), null)).toMatchObject({
    ok: true,
    value: { source: "simulated-bench", sampleRateHz: 192_000, floor: null },
  });
  expect(benchOfJob(benchJob({ rig: { stage: "steam" } }), null).ok).toBe(false);
});
