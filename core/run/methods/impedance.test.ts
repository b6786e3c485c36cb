import { isDoubtful } from "../../caution";
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

describe("of a plain tone into each load", () => {
  /** What stands behind half an ohm, at a level of its own, without the input. */
  const toneInto = (ohms: number, hertz = 1000, level = 1) =>
    recorded([tone((10 * level * ohms) / (ohms + 0.5), hertz)], {
      shot: `into ${ohms}`,
      loads: [load(ohms)],
    });

  test("impedance and damping factor at that tone, whichever load came first", () => {
    for (const pair of [
      [toneInto(8), toneInto(4)],
      [toneInto(4), toneInto(8)],
    ]) {
      const [channel] = analysed("impedance", pair);
      expect(valueOf(channel, "damping-1000")).toBeCloseTo(16, 3);
      expect(valueOf(channel, "impedance")).toBeCloseTo(0.5, 5);
      expect(channel.cautions).toEqual([]);
    }
  });

  test("another tone than 1 kHz has figures of its own name, and is not taken for it", () => {
    const [channel] = analysed("impedance", [toneInto(8, 100), toneInto(4, 100)]);
    expect(channel.figures.map(({ name }) => name)).not.toContain("impedance");
    const found = channel.figures.find(({ name }) => name === "impedance-100");
    expect(found?.label).toBe("impedance at 100 Hz");
    expect(found?.value).toBeCloseTo(0.5, 5);
    expect(channel.summary).toMatch(/^At 100 Hz: /);
  });

  test("two tones have nothing in common", () =>
    expect(findingOf("impedance", [toneInto(8), toneInto(4, 2000)])).toBe("no-steps"));

  test("a level that was turned up between them is not taken for an impedance", () => {
    const [channel] = analysed("impedance", [toneInto(8), toneInto(4, 1000, 1.5)]);
    expect(channel.cautions).toMatchObject([
      { code: "doubtful", text: expect.stringContaining("the level was changed") },
    ]);
    expect(isDoubtful(channel.cautions ?? [], "damping-1000")).toBe(true);
    expect(isDoubtful(channel.cautions ?? [], "impedance")).toBe(true);
  });

  test("an impedance that is nothing within what is known of it is no fault", () => {
    const same = (ohms: number) =>
      recorded([tone(10, 1000)], { shot: `into ${ohms}`, loads: [load(ohms)] });
    expect(analysed("impedance", [same(8), same(4)])[0].cautions).toEqual([]);
  });
});

test("into a load that the output cannot drive there is no output impedance", () => {
  const bent = (ohms: number, most: number) =>
    recorded([tone(10, 1000).map((value) => Math.max(-most, Math.min(most, value)))], {
      shot: `into ${ohms}`,
      loads: [load(ohms)],
    });
  const [channel] = analysed("impedance", [bent(8, 20), bent(4, 8)]);
  expect(channel.cautions).toMatchObject([{ code: "clipped", touches: [] }]);
  expect(isDoubtful(channel.cautions ?? [], "damping-1000")).toBe(true);
});
