import { readTyped } from "..";
import { analysed, load, recorded, tone, valueOf } from "../testing/recordings";

const held = (volts: Float64Array, limit: number) =>
  volts.map((value) => Math.max(-limit, Math.min(limit, value)));
const at = (volts: number, limit = Infinity) =>
  recorded([held(tone(volts, 1000), limit)], {
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: volts / 20, seconds: 0.5 },
  });

test("the highest clean level counts: 20 V peak across 8 ohm are 25 W; the next one up shows which half went", () => {
  const [channel] = analysed("clip-search", [at(16, 21), at(24, 21), at(20, 21)]);
  expect(valueOf(channel, "power")).toBeCloseTo(25, 3);
  expect(valueOf(channel, "power-from-peak")).toBeCloseTo(25, 1);
  expect(channel.stop).toMatchObject({ reason: "rail-voltage" });
  expect(channel.stop.evidence).toContain("both halves flatten");
  // The limit lies anywhere up to the level that was flat: at least a twelfth root of that gap.
  expect(channel.figures[0].stdUncertainty).toBeGreaterThan(1);
});

test("tops that are still round at the source's most were ended by the drive", () => {
  const [channel] = analysed("clip-search", [at(16), at(20)]);
  expect(channel.stop.reason).toBe("input-drive");
});

test("typed: 20 V RMS across 8 ohm are 50 W; 28.28 V peak say the same; nothing typed is asked for", () => {
  const read = readTyped("clip-search", [{ voltsRms: 20, voltsPeak: 28.2843 }], [load(8)]);
  expect(read).toMatchObject({
    ok: true,
    value: [{ figures: [{ value: 50 }, { value: expect.closeTo(50, 3) }, {}] }],
  });
  const nothing = readTyped("clip-search", [{}], [load(8)]);
  expect(nothing.ok ? "" : nothing.finding.advice).toMatch(/Voltmeter, just below flat tops/);
  expect(readTyped("response", [{}], [load(8)]).ok).toBe(false);
});
