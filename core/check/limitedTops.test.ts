import { clippedSine, overdriveAt } from "../sweep";
import { multitone, pinkNoise, seededNormal, tones } from "../signal";
import { heldTopsAt } from ".";

const RATE = 96_000;
const frame = { sampleRateHz: RATE, seconds: 1, fadeSeconds: 0 };
const sine = (frequencyHz: number) => tones([{ frequencyHz, voltsPeak: 10 }], frame);
const cut = (volts: Float64Array, height: number) =>
  volts.map((value) => Math.max(-height, Math.min(height, value)));
const peakOf = (volts: Float64Array) =>
  volts.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

describe("tones: a sine is not held at any level, one that is cut to 3 % of distortion is", () => {
  test.each([20, 997, 6997, 18_997])("%d Hz", (frequencyHz) => {
    const volts = sine(frequencyHz);
    expect(heldTopsAt(volts, "tone")).toBeNull();
    const height = 10 / overdriveAt(0.03);
    expect(heldTopsAt(cut(volts, height), "tone")).toBeCloseTo(height, 1);
    // A tenth of a percent is no clipping that matters to a level.
    expect(clippedSine(overdriveAt(0.001)).meanSquare).toBeGreaterThan(0.5);
    expect(heldTopsAt(cut(volts, 10 / overdriveAt(0.001)), "tone")).toBeNull();
  });

  // 24, 48 and 96 samples in a cycle meet the same few heights again and again, and which ones is a matter of chance.
  test.each([1000, 2000, 4000])(
    "%d Hz at any phase, a whole number of samples in each cycle",
    (frequencyHz) => {
      const turn = (2 * Math.PI * frequencyHz) / RATE;
      const phases = Array.from({ length: 40 }, (_, k) => (k * turn) / 40);
      for (const phase of phases) {
        const volts = Float64Array.from(
          { length: RATE / 2 },
          (_, n) => 10 * Math.sin(turn * n + phase),
        );
        expect(heldTopsAt(volts, "tone")).toBeNull();
        expect(heldTopsAt(cut(volts, 10 / overdriveAt(0.03)), "tone")).not.toBeNull();
      }
    },
  );

  test("one half alone", () => {
    const volts = sine(1000).map((value) => Math.min(8, value));
    expect(heldTopsAt(volts, "tone")).toBeCloseTo(8, 1);
  });

  test("with noise and a little ripple of the supply", () => {
    const normal = seededNormal(1);
    const volts = sine(1000).map((value, n) => {
      const height = 8 * (1 - 0.01 * Math.sin((2 * Math.PI * 100 * n) / RATE));
      return Math.max(-height, Math.min(height, value)) + 0.01 * normal();
    });
    expect(heldTopsAt(volts, "tone")).toBeCloseTo(8, 0);
  });
});

describe("sums of tones and noise thin out towards their height unless they are held", () => {
  test.each([
    ["a multitone", multitone(10, 1, frame, 1)],
    ["pink noise", pinkNoise(1, frame, 1)],
  ])("%s", (_, volts) => {
    expect(heldTopsAt(volts, "peaky")).toBeNull();
    const height = 0.5 * peakOf(volts);
    expect(heldTopsAt(cut(volts, height), "peaky")).toBeCloseTo(height, 1);
  });
});

test("silence, a constant and a few samples are held at nothing", () => {
  expect(heldTopsAt(new Float64Array(1000), "tone")).toBeNull();
  expect(heldTopsAt(Float64Array.of(1, -1, 1), "tone")).toBeNull();
});
