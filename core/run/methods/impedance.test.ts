import { stimulusVolts } from "../../signal";
import { analysed, findingOf, load, RATE_HZ, recorded, tone, valueOf } from "../testing/recordings";

const frequencies = [250, 1000, 4000];
const stimulus = { kind: "frequency-list", frequencies, voltsPeak: 1 } as const;
const input = stimulusVolts(stimulus, RATE_HZ);
/** A source of ten times the input behind half an ohm. */
const into = (ohms: number, shot: string) =>
  recorded([input.map((value) => (10 * value * ohms) / (ohms + 0.5))], {
    shot,
    input,
    stimulus,
    loads: [load(ohms)],
  });

test("a source behind half an ohm, into 8 and into 4 ohm, has a damping factor of 16", () => {
  const [channel] = analysed("impedance", [into(8, "run"), into(4, "second")]);
  expect(valueOf(channel, "damping-1000")).toBeCloseTo(16, 3);
  expect(valueOf(channel, "impedance")).toBeCloseTo(0.5, 5);
  expect(Math.abs(valueOf(channel, "reactance"))).toBeLessThan(1e-6);
});

test("one recording, or the same load twice, says nothing", () => {
  expect(findingOf("impedance", [recorded([tone(1, 1000)])])).toBe("no-samples");
  expect(findingOf("impedance", [into(8, "run"), into(8, "second")])).toBe("bad-load");
});
