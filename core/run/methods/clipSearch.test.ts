import { clippedSine } from "../../sweep";
import { readTyped } from "../reading";
import { analysed, load, recorded, tone, valueOf } from "../testing/recordings";

const held = (volts: Float64Array, limit: number) =>
  volts.map((value) => Math.max(-limit, Math.min(limit, value)));
const at = (volts: number, limit = Infinity) =>
  recorded([held(tone(volts, 1000), limit)], {
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: volts / 20, seconds: 0.5 },
  });

test("between the highest clean level, 20 V peak or 25 W, and the next one up: its middle, with the gap as a rectangle (JCGM 100, 4.3.7)", () => {
  const [channel] = analysed("clip-search", [at(16, 21), at(24, 21), at(20, 21)]);
  // 24 V cut at 21 V, by its RMS over 8 ohm: closed form of the cut sine.
  const flat = 21 ** 2 * clippedSine(24 / 21).meanSquare * (1 / 8);
  expect(valueOf(channel, "power")).toBeCloseTo((25 + flat) / 2, 1);
  expect(channel.figures[0].stdUncertainty).toBeCloseTo((flat - 25) / Math.sqrt(12), 1);
  expect(valueOf(channel, "power-from-peak")).toBeCloseTo(25, 1);
  expect(channel.stop).toMatchObject({ reason: "rail-voltage" });
  expect(channel.stop.evidence).toContain("both halves clip");
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
  expect(nothing.ok ? "" : nothing.finding.advice).toMatch(/Voltmeter, just below clipping/);
  expect(readTyped("response", [{}], [load(8)]).ok).toBe(false);
});
