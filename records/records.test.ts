import { claimSchema, loadSchema, powerDraft, powerFormSchema, runSchema, validated } from ".";

const power = {
  printedText: "50 W per channel",
  source: "",
  powerWatts: 50,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.005,
  distortionMeasure: "thd" as const,
};

test("a sensible claim passes, and unknown fields are left out", async () => {
  expect(await validated(powerFormSchema, { ...power, id: "x", admin: true })).toEqual({
    ok: true,
    value: power,
  });
});

test("a claim of any kind passes with all that it says; a power of a brief of before becomes one", async () => {
  const kept = powerDraft(power);
  expect(await validated(claimSchema, { ...kept, admin: true })).toEqual({ ok: true, value: kept });
  expect(await validated(claimSchema, power)).toEqual({ ok: true, value: kept });
});

test.each([
  ["stated", { stated: { kind: "loudness" } }],
  ["stated", { stated: { kind: "gain", gainDb: "high" } }],
  ["given", { given: { loadOhms: -8 } }],
  ["given", { given: { loadOhms: "8" } }],
  ["given", { given: { channelsDriven: 1.5 } }],
  ["missing", { missing: null }],
])("a claim whose %s is nonsense is refused beside it", async (field, change) => {
  const outcome = await validated(claimSchema, { ...powerDraft(power), ...change });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual([field]);
});

test("text from a form is read as at the bench", async () => {
  const outcome = await validated(powerFormSchema, {
    ...power,
    powerWatts: "50 W",
    loadOhms: "8R2",
    distortionLimitRatio: "0,5 %",
  });
  expect(outcome).toEqual({ ok: true, value: { ...power, loadOhms: 8.2 } });
});

test.each([
  ["powerWatts", { powerWatts: -50 }],
  ["powerWatts", { powerWatts: "loud" }],
  ["loadOhms", { loadOhms: 0 }],
  ["channelsDriven", { channelsDriven: 1.5 }],
  ["distortionLimitRatio", { distortionLimitRatio: 0 }],
  ["distortionLimitRatio", { distortionLimitRatio: 3 }],
  ["distortionMeasure", { distortionMeasure: "sinad" }],
])("a claim with nonsense in %s is refused beside that field", async (field, change) => {
  const outcome = await validated(powerFormSchema, { ...power, ...change });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual([field]);
});

test("every bad field gets its own message", async () => {
  const outcome = await validated(loadSchema, {
    nominalOhms: 8,
    channels: [
      { ohms: 0, ohmsExpandedUncertainty: 0 },
      { ohms: 8, ohmsExpandedUncertainty: 9 },
    ],
  });
  expect(outcome.ok ? {} : outcome.errors).toEqual({
    "channels[0].ohms": "The load must be above zero ohms.",
    "channels[1].ohmsExpandedUncertainty": "The uncertainty is too large for this resistance.",
  });
});

test.each([
  null,
  7,
  "run",
  {},
  { kind: "power-sweep", result: { channels: [{ steps: [{ powerWatts: Number.NaN }] }] } },
])("a run that is not one is refused: %j", async (input) => {
  expect((await validated(runSchema, input)).ok).toBe(false);
});
