import { isMadeLive, unseenBy } from "./unseenBy";

test("a rate that is too low for a run says how far it sees; a high one sees all", () => {
  expect(unseenBy("response", 48_000)).toEqual([expect.stringContaining("up to 21.6 kHz")]);
  expect(unseenBy("response", 192_000)).toEqual([]);
  expect(unseenBy("listening-level", 48_000)).toEqual([]);
});

test("heat and mains are told by other instruments: such a run is not made, and says what to do instead", () => {
  expect(unseenBy("heat-soak", 192_000)).toEqual([
    expect.stringContaining("type what the thermometer shows"),
  ]);
  expect(unseenBy("mains-draw", 192_000)).toEqual([expect.stringContaining("mains meter")]);
  expect(
    ["heat-soak", "mains-draw", "listening-level"].some((kind) => isMadeLive(kind as "heat-soak")),
  ).toBe(false);
  expect(isMadeLive("power-sweep")).toBe(true);
});
