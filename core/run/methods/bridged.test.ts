import { stimulusVolts } from "../../signal";
import { analysed, load, RATE_HZ, recorded, valueOf } from "../testing/recordings";

test("the bridge's watts, and half of them into half the load for each of the two", () => {
  const stimulus = {
    kind: "level-sweep",
    frequencyHz: 1000,
    firstVoltsPeak: 0.1,
    lastVoltsPeak: 3,
    stepCount: 30,
    stepSeconds: 0.2,
  } as const;
  const volts = stimulusVolts(stimulus, RATE_HZ).map((each) =>
    Math.max(-40, Math.min(40, 20 * each)),
  );
  const [channel] = analysed("bridged", [recorded([volts], { loads: [load(8)] })]);
  expect(valueOf(channel, "one-percent")).toBeGreaterThan(100);
  expect(valueOf(channel, "per-channel")).toBeCloseTo(valueOf(channel, "one-percent") / 2, 9);
  expect(channel.figures.at(-1)?.label).toBe("each half, into 4.00 Ω");
  expect(channel.levels?.length).toBe(30);
});
