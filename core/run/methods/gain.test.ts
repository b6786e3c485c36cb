import { amplitudeRatioToDb } from "../../units";
import { analysed, recorded, tone, valueOf } from "../testing/recordings";

test("26 dB is 26 dB, a second channel that is 0.2 dB lower shows it, and rated output takes its volts", () => {
  const ratio = 10 ** (26 / 20),
    input = tone(0.1, 1000);
  const outputs = [
    input.map((value) => ratio * value),
    input.map((value) => ratio * 10 ** (-0.2 / 20) * value),
  ];
  const channels = analysed("gain", [recorded(outputs, { input })]);
  expect(amplitudeRatioToDb(valueOf(channels[0], "gain-file-1"))).toBeCloseTo(26, 6);
  expect(amplitudeRatioToDb(valueOf(channels[1], "balance"))).toBeCloseTo(-0.2, 6);
  expect(valueOf(channels[0], "input-for-rated")).toBeCloseTo(Math.sqrt(400) / ratio, 6);
});

test("without its input only the output is told, and that it is so", () => {
  const [channel] = analysed("gain", [recorded([tone(2, 1000)])]);
  expect(channel.figures.map(({ quantity }) => quantity)).toEqual(["volts"]);
  expect(valueOf(channel, "output-0")).toBeCloseTo(Math.SQRT2, 6);
  expect(channel.summary).toContain("The input was not recorded");
});
