import { validated } from "@/records";
import { recordingSchema, simulationSchema } from "./newRunSchema";
import { stopTitle } from "../measured/stopText";

const recording = {
  loadId: "load",
  fullScaleVolts: "80 V",
  voltsAccuracyRatio: "1 %",
  channelsDriven: "2",
  firstChannel: "0",
  mainsHz: "50",
};

test("a form's text becomes numbers, as written at the bench", async () => {
  expect(await validated(recordingSchema, { ...recording, fullScaleVolts: "0,08 kV" })).toEqual({
    ok: true,
    value: {
      loadId: "load",
      fullScaleVolts: 80,
      voltsAccuracyRatio: 0.01,
      channelsDriven: 2,
      firstChannel: 0,
      mainsHz: 50,
    },
  });
});

test.each([
  ["fullScaleVolts", "0"],
  ["fullScaleVolts", "-80"],
  ["fullScaleVolts", ""],
  ["fullScaleVolts", "loud"],
  ["voltsAccuracyRatio", "80 %"],
  ["voltsAccuracyRatio", "-1 %"],
  ["channelsDriven", "0"],
  ["channelsDriven", "1.5"],
  ["channelsDriven", "99"],
  ["loadId", ""],
])("recording: %s of “%s” is refused beside that field only", async (field, text) => {
  const outcome = await validated(recordingSchema, { ...recording, [field]: text });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual([field]);
});

test.each([
  ["lastVoltsRms", "0"],
  ["lastVoltsRms", "200"],
  ["lastVoltsRms", "much"],
  ["channelsDriven", "9"],
  ["loadId", ""],
])("simulation: %s of “%s” is refused", async (field, text) => {
  const outcome = await validated(simulationSchema, {
    loadId: "load",
    channelsDriven: "2",
    lastVoltsRms: "1.1",
    [field]: text,
  });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual([field]);
});

test("simulation: an empty drive is left to the prediction", async () => {
  expect(
    await validated(simulationSchema, { loadId: "load", channelsDriven: "2", lastVoltsRms: " " }),
  ).toEqual({ ok: true, value: { loadId: "load", channelsDriven: 2, lastVoltsRms: null } });
});

test("every reason to stop has its words", () => {
  const reasons = [
    "rail-voltage",
    "supply-power-or-current",
    "output-limiter",
    "output-protection",
    "input-drive",
    "not-known",
  ] as const;
  expect(new Set(reasons.map(stopTitle)).size).toBe(reasons.length);
});
