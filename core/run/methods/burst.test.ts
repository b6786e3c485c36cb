import { isDoubtful } from "../../caution";
import { describeCaptures } from "../../testing/referenceCapture";
import { BURST_KINDS, bursts } from "../../signal";
import { captureAs, analysed, findingOf, RATE_HZ, recorded } from "../testing/recordings";

test("silence holds no burst", () =>
  expect(findingOf("burst", [recorded([new Float64Array(RATE_HZ)])])).toBe("no-signal"));

describeCaptures("reference captures", () => {
  test("the supply that gives way is named, and the first cycle has its watts", () => {
    const channel = captureAs("b_3R97_burst_50", "burst");
    expect(channel.stop.reason).toBe("supply-power-or-current");
    expect(channel.bursts[0].powerWatts[0]).toBeCloseTo(119.97, 0);
  });
  test("a burst that holds: the last clean cycle is its power", () =>
    expect(captureAs("b_3R97_burst_1k", "burst").figures[0].value).toBeCloseTo(122.06, 0));
});

describe("what lies between the bursts", () => {
  const between = (lowDb: number, kind: "burst" | "low-ohm") =>
    analysed(kind, [
      recorded([bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 28, lowDb }, RATE_HZ)]),
    ])[0];

  test.each(["burst", "low-ohm"] as const)(
    "%s: 20 dB less is the published burst, much less is another and proves nothing",
    (kind) => {
      const published = between(-20, kind);
      expect(published.cautions).toEqual([]);
      const [{ name, value }] = published.figures;
      const silent = between(-60, kind);
      expect(silent.figures[0].value).toBeCloseTo(value ?? 0, 2);
      expect(silent.cautions).toMatchObject([
        { code: "other-tones", text: expect.stringContaining("is 60 dB lower") },
      ]);
      expect(isDoubtful(silent.cautions ?? [], name)).toBe(true);
      expect(between(-200, kind).cautions).toHaveLength(1);
    },
  );

  test("bursts that a limit bends stand less above the rest, and are the published ones still", () => {
    const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 40 }, RATE_HZ);
    const held = volts.map((value) => Math.max(-28, Math.min(28, value)));
    expect(analysed("burst", [recorded([held])])[0].cautions).toEqual([]);
  });
});

test("bursts of which no cycle clips are a lower bound; one that clips is not", () => {
  const volts = bursts({ ...BURST_KINDS["20-ms"], voltsPeak: 28 }, RATE_HZ);
  const clean = analysed("burst", [recorded([volts])])[0].figures[0];
  // Joule's law: 28 V peak into 8 ohms.
  expect(clean).toMatchObject({ bound: "at-least", value: expect.closeTo(28 ** 2 / 16, 0) });
  const clipped = volts.map((value) => Math.max(-24, Math.min(24, value)));
  expect(analysed("burst", [recorded([clipped])])[0].figures[0].bound).toBeNull();
  // A louder one that clips ends the search: then the limit lies between the two.
  const both = analysed("burst", [recorded([volts.map((v) => 0.5 * v)]), recorded([clipped])]);
  expect(both[0].figures.every(({ bound }) => bound === null)).toBe(true);
});
