import { validated } from "@/records";
import { simulationSchema } from "./benchSchemas";
import { STOP_TITLES } from "@/phrasing";

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
  expect(new Set(reasons.map((reason) => STOP_TITLES[reason])).size).toBe(reasons.length);
});
