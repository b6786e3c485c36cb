import type { BurstCycles, Curve } from "@/core/run";
import { markup, words } from "../testing/shown";
import { BurstBars } from "./BurstBars";
import { LineChart, type DrawnCurve } from "./LineChart";
import { WavePicture } from "./WavePicture";

const numbersOf = (path: string): [number, number][] =>
  [...path.matchAll(/[ML](-?[\d.]+),(-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);

describe("bursts", () => {
  const burst: BurstCycles = {
    label: "1 kHz, 8 ms",
    cycleSeconds: 0.001,
    powerWatts: [60, 60, 59, 58, 52],
    flattened: [false, false, false, true, true],
    lastCleanCycle: 2,
  };
  const bars = (change: Partial<BurstCycles> = {}, claimedWatts: number | null = 50) => (
    <BurstBars
      burst={{ ...burst, ...change }}
      channelIndex={0}
      letter="A"
      claimedWatts={claimedWatts}
    />
  );

  test("a bar a cycle; the flat ones are hatched, not only coloured", () => {
    const html = markup(bars());
    // One rectangle belongs to the pattern itself, one to the claim's name.
    expect(html.match(/<rect/g)).toHaveLength(7);
    expect(html.match(/fill="url\(#flat-0-/g)).toHaveLength(2);
  });

  test("heights are as the powers, above a common line", () => {
    const heights = [
      ...markup(bars()).matchAll(/<rect x="[\d.]+" width="[\d.]+" y="[\d.]+" height="([\d.]+)"/g),
    ].map(([, height]) => Number(height));
    heights.forEach((height, k) =>
      expect(height / heights[0]).toBeCloseTo(burst.powerWatts[k] / 60, 6),
    );
  });

  test("a claim far above is a mark at the edge, and leaves the bars their height", () => {
    const heightOf = (claimedWatts: number | null) =>
      Number(
        /<rect x="[\d.]+" width="[\d.]+" y="[\d.]+" height="([\d.]+)"/.exec(
          markup(bars({}, claimedWatts)),
        )?.[1],
      );
    expect(words(bars({}, 500))).toContain("▴ claim 500 W, above this scale");
    expect(heightOf(500) / heightOf(null)).toBeGreaterThan(0.8);
    expect(words(bars({}, 80))).not.toContain("above this scale");
  });

  test("the last clean cycle, the claim, and a text for who cannot see them", () => {
    expect(words(bars())).toContain("▾ last clean, 59.0 W");
    expect(words(bars())).toContain("claim 50 W");
    expect(markup(bars())).toContain(
      "Channel A, 1 kHz, 8 ms: 5 cycles, 2 with flat tops. The last clean cycle is number 3, 59.0 watts.",
    );
    expect(markup(bars({ lastCleanCycle: null }))).toContain("None is clean.");
    expect(words(bars({}, null))).not.toContain("claim");
  });
});

describe("curves", () => {
  const points = [
    [10, 0.9],
    [100, 1],
    [1000, 1],
    [10_000, 0.95],
  ] as const;
  const curve = (
    channelIndex: number,
    label: string,
    change: Partial<DrawnCurve> = {},
  ): DrawnCurve => ({ channelIndex, label, points, variant: 0, isGhost: false, ...change });
  const chart = (
    curves: readonly DrawnCurve[],
    band: Parameters<typeof LineChart>[0]["band"] = null,
  ) => (
    <LineChart
      x="hertz"
      y="level-ratio"
      curves={curves}
      band={band}
      caption="Magnitude of the response."
    />
  );

  test("channels differ by dash as well as colour, and each is labelled directly", () => {
    const html = markup(chart([curve(0, "A resistor"), curve(1, "B resistor")]));
    const lines = [...html.matchAll(/<path [^>]*fill="none"[^>]*>/g)].map(([line]) => line);
    expect(lines).toHaveLength(2);
    expect(
      new Set(lines.map((line) => /stroke-dasharray="([^"]*)"/.exec(line)?.[1] ?? "solid")).size,
    ).toBe(2);
    expect(words(chart([curve(0, "A resistor"), curve(1, "B resistor")]))).toMatch(
      /A resistor.*B resistor/,
    );
  });

  test("a decade is as wide as any other: frequency is drawn on a logarithmic axis", () => {
    const path =
      /<path d="(M[^"]+)"[^>]*fill="none"/.exec(markup(chart([curve(0, "A")])))?.[1] ?? "";
    const xs = numbersOf(path).map(([x]) => x);
    expect(xs[1] - xs[0]).toBeCloseTo(xs[2] - xs[1], 0);
    expect(xs[2] - xs[1]).toBeCloseTo(xs[3] - xs[2], 0);
  });

  test("places with names stand above their lines, once for all channels; one without room is left out", () => {
    const named = [
      { at: 1000, label: "f2-f1" },
      { at: 1010, label: "right beside it" },
      { at: 50, label: "nothing there" },
    ];
    const html = markup(chart([curve(0, "A", { named }), curve(1, "B", { named })]));
    expect(html.match(/>f2-f1</g)).toHaveLength(1);
    expect(html).not.toContain("nothing there");
    const yOf = (label: string) =>
      Number(new RegExp(`y="([\\d.]+)"[^>]*>${label}<`).exec(html)?.[1]);
    expect(yOf("f2-f1") - yOf("right beside it")).toBeGreaterThanOrEqual(15);
  });

  test("the claim's band is drawn and named; axes tell what they are", () => {
    const text = words(
      chart([curve(0, "A")], {
        lowX: 20,
        highX: 20_000,
        lowY: 0.944,
        highY: 1.059,
        label: "claim: ±0.5 dB",
      }),
    );
    expect(text).toContain("claim: ±0.5 dB");
    expect(text).toContain("frequency, Hz");
    expect(text).toContain("1k");
  });

  test("it can be reached and read without a pointer", () => {
    const html = markup(chart([curve(0, "A")]));
    expect(html).toMatch(/role="img"[^>]*aria-label="Magnitude of the response\."/);
    expect(html).toContain('tabindex="0"');
    expect(words(chart([curve(0, "A")]))).toContain("press an arrow key");
  });
});

describe("the small picture beside a reason", () => {
  const curve: Curve = {
    name: "picture",
    label: "two cycles",
    x: "seconds",
    y: "volts",
    points: Array.from({ length: 50 }, (_, k) => [k, 10 * Math.sin(k / 4)]),
  };

  test("fills its frame and shows where zero is", () => {
    const html = markup(<WavePicture curve={curve} label="Evidence: two cycles" />);
    const drawn = numbersOf(/<path d="([^"]+)"/.exec(html)?.[1] ?? "");
    expect(Math.min(...drawn.map(([x]) => x))).toBe(2);
    expect(Math.max(...drawn.map(([x]) => x))).toBe(198);
    expect(Math.max(...drawn.map(([, y]) => y)) - Math.min(...drawn.map(([, y]) => y))).toBeCloseTo(
      54,
      0,
    );
    expect(html).toContain("<line");
    expect(html).toContain("Evidence: two cycles");
  });

  test("a flat line is drawn too, and no number is none", () => {
    const html = markup(
      <WavePicture
        curve={{
          ...curve,
          points: [
            [0, 5],
            [1, 5],
          ],
        }}
        label="still"
      />,
    );
    expect(html).not.toMatch(/NaN|Infinity/);
    expect(html).not.toContain("<line");
  });
});
