import type { BenchJob, Load } from "@/records";
import { changeText, loadChange } from "./changeText";

const loads = [8, 4].map((nominalOhms): Load => ({
  id: `load-${nominalOhms}`,
  nominalOhms,
  channels: [{ ohms: 1.02 * nominalOhms, ohmsExpandedUncertainty: 0.01 }],
}));
const job = (loadId: string, setting = ""): BenchJob => ({
  id: loadId,
  kind: "spectrum",
  rig: {},
  loadId,
  secondLoadId: null,
  channelsDriven: 1,
  settings: {},
  setting,
  inputUsed: "",
  ratedWatts: null,
  seed: 1,
  set: null,
});

test.each<[string, BenchJob, BenchJob, string | null]>([
  ["nothing changes", job("load-8"), job("load-8"), null],
  [
    "another load, by what it measures",
    job("load-8"),
    job("load-4"),
    "change the load to 4 Ω (4.08)",
  ],
  ["a switch", job("load-8"), job("load-8", "limiter: off"), "set limiter: off"],
  [
    "a supply that the simulated amplifier follows by itself",
    job("load-8"),
    { ...job("load-8", "supply: 32 V brick"), rig: { supply: { volts: 32 } } },
    null,
  ],
  [
    "a switch back, and another load",
    job("load-4", "limiter: off"),
    job("load-8"),
    "change the load to 8 Ω (8.16) and restore the default settings",
  ],
])("%s", (_, before, next, text) => expect(changeText(before, next, loads)).toBe(text));

test("what must be connected to the outputs for the next recording of a run", () => {
  const run = { loadId: "load-8", secondLoadId: "load-4" };
  expect(loadChange("second", run, loads)).toBe("Change the load to 4 Ω (4.08).");
  expect(loadChange("run", run, loads)).toBe("Change the load to 8 Ω (8.16).");
  expect(loadChange("speaker", run, loads)).toContain("connect the loudspeaker");
});
