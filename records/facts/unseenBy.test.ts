import { isMadeLive, unseenBy } from "./unseenBy";

const ALONE = { knowsMains: false, knowsHeat: false, knowsInput: true };
const ALL = { knowsMains: true, knowsHeat: true, knowsInput: true };

test("a rate that is too low for a run says how far it sees; a high one sees all", () => {
  expect(unseenBy("response", { ...ALONE, sampleRateHz: 48_000 })).toEqual([
    expect.stringContaining("up to 21.6 kHz"),
  ]);
  expect(unseenBy("response", { ...ALONE, sampleRateHz: 192_000 })).toEqual([]);
  expect(unseenBy("listening-level", { ...ALONE, sampleRateHz: 48_000 })).toEqual([]);
});

test("heat, mains and the input need other instruments: without them such a run is refused, with what to do instead", () => {
  const told = { ...ALONE, knowsInput: false, sampleRateHz: 192_000 };
  expect(unseenBy("heat-soak", told)).toEqual([
    expect.stringContaining("enter thermometer readings"),
  ]);
  expect(unseenBy("mains-draw", told)).toEqual([expect.stringContaining("mains meter")]);
  expect(unseenBy("gain", told)).toEqual([
    expect.stringContaining("the amplifier’s input is not measured"),
  ]);
  const kinds = ["heat-soak", "mains-draw", "gain", "listening-level"] as const;
  expect(kinds.filter((kind) => isMadeLive(kind, told))).toEqual([]);
  expect(kinds.filter((kind) => isMadeLive(kind, ALL))).toEqual([
    "heat-soak",
    "mains-draw",
    "gain",
  ]);
  expect(unseenBy("mains-draw", { ...ALL, sampleRateHz: 192_000 })).toEqual([]);
  expect(isMadeLive("power-sweep", told)).toBe(true);
});
