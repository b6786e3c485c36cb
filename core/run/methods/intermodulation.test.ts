import { testOfCaptures } from "../../testing/referenceCapture";
import { analysed, captureAs, recorded, sum, tone, valueOf } from "../testing/recordings";

test("two equal tones and one of a thousandth at twice the one less the other: 0.05 % of their sum", () => {
  const volts = sum(tone(5, 19_000, 1), tone(5, 20_000, 1), tone(0.01, 18_000, 1));
  const [channel] = analysed("intermodulation", [recorded([volts], { shot: "difference" })]);
  // IEC 60268-3: the third-order products together over the sum of both tones.
  expect(valueOf(channel, "d3")).toBeCloseTo(0.01 / 10, 5);
  expect(valueOf(channel, "d2")).toBeLessThan(1e-6);
});

test.each([
  [96_000, true],
  [192_000, false],
])("at %i Hz it is said what of clipping the rate leaves unseen: %s", (sampleRateHz, isSaid) => {
  const pair = [19_000, 20_000].map((hertz) =>
    Float64Array.from({ length: sampleRateHz }, (_, n) =>
      Math.sin((2 * Math.PI * hertz * n) / sampleRateHz),
    ),
  );
  const made = { ...recorded([sum(pair[0], pair[1])], { shot: "difference" }), sampleRateHz };
  const [{ summary }] = analysed("intermodulation", [made]);
  expect(summary.includes("only heavy clipping of these tones is visible")).toBe(isSaid);
});

testOfCaptures(
  "second and third order, and the low tone's sidebands, as published with the captures",
  () => {
    const difference = captureAs("a_8R2_19k_20k", "intermodulation");
    expect(100 * valueOf(difference, "d3")).toBeCloseTo(0.029155, 3);
    const modulation = captureAs("x_poly_60_7k", "intermodulation");
    expect(100 * valueOf(modulation, "modulation")).toBeCloseTo(0.3974, 2);
  },
);
