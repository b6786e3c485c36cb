import { amplitudeRatioToDb } from "../../units";
import { analysed, findingOf, recorded, sum, tone, valueOf } from "../testing/recordings";

test("a thousandth of a harmonic is 60 dB under its tone, and that is what is left to listen to", () => {
  const volts = sum(tone(10, 1000), tone(0.01, 3000));
  const [channel] = analysed("residual", [recorded([volts])]);
  expect(amplitudeRatioToDb(valueOf(channel, "residual"))).toBeCloseTo(-60, 2);
  expect(valueOf(channel, "residual-volts")).toBeCloseTo(0.01 / Math.SQRT2, 5);
  const left = channel.curves.find(({ name }) => name === "residual")?.points ?? [];
  expect(Math.max(...left.map(([, each]) => each))).toBeCloseTo(0.01, 4);
});

test("what came in at the input is taken away, however late and whichever way up; of another tone it cannot be", () => {
  const input = tone(1, 1000, 2);
  for (const turned of [20, -20]) {
    const volts = input.map((value) => turned * value + 1e-3 * value * value);
    const [channel] = analysed("residual", [recorded([volts], { input })]);
    // The square's own steady part is no sound; its second harmonic is half of it.
    expect(valueOf(channel, "residual-volts")).toBeCloseTo(0.5e-3 / Math.SQRT2, 5);
  }
  const other = recorded([tone(20, 997, 2)], { input });
  expect(findingOf("residual", [other])).toBe("channel-mismatch");
  expect(() => analysed("residual", [other])).toThrow(/they do not match/);
});
