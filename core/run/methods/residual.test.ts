import { amplitudeRatioToDb } from "../../units";
import { analysed, recorded, sum, tone, valueOf } from "../testing/recordings";

test("a thousandth of a harmonic is 60 dB under its tone, and that is what is left to listen to", () => {
  const volts = sum(tone(10, 1000), tone(0.01, 3000));
  const [channel] = analysed("residual", [recorded([volts])]);
  expect(amplitudeRatioToDb(valueOf(channel, "residual"))).toBeCloseTo(-60, 2);
  expect(valueOf(channel, "residual-volts")).toBeCloseTo(0.01 / Math.SQRT2, 5);
  const left = channel.curves.find(({ name }) => name === "residual")?.points ?? [];
  expect(Math.max(...left.map(([, each]) => each))).toBeCloseTo(0.01, 4);
});
