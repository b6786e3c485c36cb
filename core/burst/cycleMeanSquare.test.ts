import { analyseBursts } from ".";
import { cycleMeanSquare } from "./cycleMeanSquare";

const LOAD = { loadOhms: 8, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 };

test.each([
  [44_100, 5000],
  [96_000, 7000],
  [44_100, 1000],
  [48_000, 10_000],
  [192_000, 997],
])(
  "closed form: a cycle of a sine has half the square of its peak, at %d Hz of %d Hz",
  (rateHz, hertz) => {
    const volts = Float64Array.from(
      { length: 2000 },
      (_, n) => 3 * Math.sin((2 * Math.PI * hertz * n) / rateHz + 0.7),
    );
    for (const from of [300, 300.5, 411.23])
      expect(cycleMeanSquare(volts, from, rateHz / hertz) / 4.5).toBeCloseTo(1, 3);
  },
);

/** Bursts of sixteen cycles, 20 dB above what lies between, over an offset. */
const bursts = (rateHz: number, hertz: number, offset: number): Float64Array => {
  const [low, high] = [0.3, 0.3 + 16 / hertz];
  return Float64Array.from({ length: Math.round(0.6 * rateHz) }, (_, n) => {
    const t = n / rateHz;
    return offset + (t >= low && t < high ? 10 : 1) * Math.sin(2 * Math.PI * hertz * (t - low));
  });
};

test.each([
  [44_100, 5000],
  [96_000, 7000],
  [44_100, 1000],
  [48_000, 3300],
])(
  "cycles of a burst have the power that they have, at %d Hz of %d Hz, whatever stands under them",
  (rateHz, hertz) => {
    for (const offset of [0, 0.4]) {
      const outcome = analyseBursts(bursts(rateHz, hertz, offset), rateHz, LOAD);
      if (!outcome.ok) throw new Error(outcome.finding.advice);
      const [{ cycles }] = outcome.value.bursts;
      expect(cycles.length).toBe(16);
      // The first and the last lie where the level leaps, which no sampled recording can follow at once.
      for (const { powerWatts } of cycles.slice(1, -1))
        expect(powerWatts / (50 / 8)).toBeCloseTo(1, 2);
    }
  },
);
