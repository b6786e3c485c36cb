import { isDoubtful } from "../../caution";
import { amplitudeRatioToDb } from "../../units";
import { analysed, findingOf, recorded, tone, valueOf } from "../testing/recordings";

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

test("without its input only the output is given, and the summary says so", () => {
  const [channel] = analysed("gain", [recorded([tone(2, 1000)])]);
  expect(channel.figures.map(({ quantity }) => quantity)).toEqual(["volts"]);
  expect(valueOf(channel, "output-0")).toBeCloseTo(Math.SQRT2, 6);
  expect(channel.summary).toContain("The input was not recorded");
});

test("an input with another tone than the output does not belong to it: refused, with both", () => {
  const other = recorded([tone(2, 997)], { input: tone(0.1, 1000) });
  expect(findingOf("gain", [other])).toBe("channel-mismatch");
  expect(() => analysed("gain", [other])).toThrow(/input has a tone of 1 kHz.*output one of 997/);
  // The two channels of a recorder may hear the same tone with a little noise each.
  const same = recorded([tone(2, 997.1)], { input: tone(0.1, 997.1) });
  expect(valueOf(analysed("gain", [same])[0], "gain-file-1")).toBeCloseTo(20, 6);
});

test("gain at a level that the output does not reach is not a gain of the amplifier, and what follows from it neither", () => {
  const recordings = [2, 30].map((peak, k) => {
    const input = tone(peak / 10, 1000);
    const volts = input.map((value) => Math.max(-20, Math.min(20, 10 * value)));
    return recorded([volts], { input, shot: ["lowWatts", "highWatts"][k] });
  });
  const [{ cautions = [], figures }] = analysed("gain", recordings);
  expect(figures.map(({ name }) => name)).toContain("gain-highWatts");
  expect(cautions).toMatchObject([{ code: "clipped" }]);
  expect(isDoubtful(cautions, "gain-lowWatts")).toBe(false);
  for (const name of ["gain-highWatts", "input-for-rated"])
    expect(isDoubtful(cautions, name)).toBe(true);
});
