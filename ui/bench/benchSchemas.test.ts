import { RUN_KINDS } from "@/core/run";
import { validated } from "@/records";
import { simulationSchema, typedSchema } from "./benchSchemas";
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

// A sine's peak is √2 of its RMS value; 0 dBV is 1 V.
test.each([
  ["20", 20],
  ["40 V peak", 40 / Math.SQRT2],
  ["80 Vpp", 40 / Math.SQRT2],
  ["20 dBV", 10],
])("volts off a meter typed as %s", (text, volts) => {
  const { fields = [] } = RUN_KINDS["clip-search"].typed ?? {};
  const typed = typedSchema(fields, 2).cast({
    loadId: "a",
    channelsDriven: "2",
    meter: "",
    accuracy: "1 %",
    channels: [{ voltsRms: text }],
  });
  expect(typed.channels[0].voltsRms).toBeCloseTo(volts, 9);
});
