import { claimSchema, loadSchema, runSchema, validated } from ".";

const claim = { printedText: "50 W per channel", source: "", powerWatts: 50, loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.005, distortionMeasure: "thd" };

test("a sensible claim passes, and unknown fields are left out", async () => {
  expect(await validated(claimSchema, { ...claim, id: "x", admin: true })).toEqual({ ok: true, value: claim });
});

test.each([
  ["powerWatts", { powerWatts: -50 }], ["powerWatts", { powerWatts: "loud" }], ["loadOhms", { loadOhms: 0 }], ["channelsDriven", { channelsDriven: 1.5 }],
  ["distortionLimitRatio", { distortionLimitRatio: 0 }], ["distortionLimitRatio", { distortionLimitRatio: 3 }], ["distortionMeasure", { distortionMeasure: "sinad" }],
])("a claim with nonsense in %s is refused beside that field", async (field, change) => {
  const outcome = await validated(claimSchema, { ...claim, ...change });
  expect(outcome.ok ? [] : Object.keys(outcome.errors)).toEqual([field]);
});

test("every bad field gets its own message", async () => {
  const outcome = await validated(loadSchema, { nominalOhms: 8, channels: [{ ohms: 0, ohmsStdUncertainty: 0 }, { ohms: 8, ohmsStdUncertainty: 9 }] });
  expect(outcome.ok ? {} : outcome.errors).toEqual({
    "channels[0].ohms": "The load must be above zero ohms.",
    "channels[1].ohmsStdUncertainty": "The uncertainty is larger than the resistance itself.",
  });
});

test.each([null, 7, "run", {}, { kind: "power-sweep", result: { channels: [{ steps: [{ powerWatts: Number.NaN }] }] } }])("a run that is not one is refused: %j", async (input) => {
  expect((await validated(runSchema, input)).ok).toBe(false);
});
