import { analysed, recorded, sum, tone, valueOf } from "../testing/recordings";

test("each level has its own distortion, and the worst is reported", () => {
  const at = (volts: number, share: number) =>
    recorded([sum(tone(volts * Math.SQRT2, 1000), tone(share * volts * Math.SQRT2, 3000))]);
  const [channel] = analysed("line-output", [at(1, 1e-4), at(2, 1e-3), at(3, 1e-2)]);
  expect([1, 2, 3].map((k) => valueOf(channel, `thd-plus-noise-${k}`))).toEqual([
    expect.closeTo(1e-4, 6),
    expect.closeTo(1e-3, 5),
    expect.closeTo(1e-2, 4),
  ]);
  expect(channel.summary).toBe("At most 1.00 % THD+N over 3 levels at 1 kHz.");
});
