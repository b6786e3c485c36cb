import { captureVolts, testOfCaptures, truthOf } from "../testing/referenceCapture";
import { seededNormal } from "../signal";
import { decodeWav, encodeWav, overloadedSampleCount } from ".";

const RATE_HZ = 48_000;
/** A tone through a converter that holds what exceeds full scale. */
const through = (frequencyHz: number, peak: number, rateHz = RATE_HZ, bits: 16 | 24 = 24) => {
  const volts = Float64Array.from({ length: 2 * rateHz }, (_, n) =>
    Math.max(-1, Math.min(1, peak * Math.sin((2 * Math.PI * frequencyHz * n) / rateHz + 0.1))),
  );
  const decoded = decodeWav(encodeWav([volts], rateHz, 1, bits === 16 ? "int16" : "int24"), 1);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  return decoded.value.channels[0];
};

// A sine of 1.3 times full scale is cut for arccos(1 / 1.3) of each half wave: 44 % of all samples.
test.each<[number, number, number]>([
  [15_000, 1.3, 48_000],
  [15_000, 1.02, 48_000],
  [997, 1.005, 48_000],
  [997, 1.3, 48_000],
  [1000, 1.005, 192_000],
  [997, 15, 44_100],
])(
  "a recorder overdriven by a tone of %d Hz, %f times full scale, at %d Hz is told, as many samples as the closed form",
  (hertz, peak, rate) => {
    for (const bits of [16, 24] as const) {
      const volts = through(hertz, peak, rate, bits);
      const cut = (2 * volts.length * Math.acos(1 / peak)) / Math.PI;
      // Tones locked to few phases are cut in whole phases.
      expect(overloadedSampleCount(volts, 1) / cut).toBeGreaterThan(0.7);
      expect(overloadedSampleCount(volts, 1) / cut).toBeLessThan(1.3);
    }
  },
);

test.each<[number, number, number]>([
  [997, 0.99999, 48_000],
  [1000, 0.99999, 48_000],
  [1000, 0.9999, 192_000],
  [1000, 1, 48_000],
  [12_000, 0.99999, 48_000],
  [20, 0.99999, 192_000],
  [15_000, 0.99999, 48_000],
])("an unclipped tone of %d Hz up to %f of full scale, at %d Hz, is sound", (hertz, peak, rate) => {
  for (const bits of [16, 24] as const)
    expect(overloadedSampleCount(through(hertz, peak, rate, bits), 1)).toBe(0);
});

test.each([48_000, 192_000])(
  "levels in steps at %d Hz: only the last is overdriven, and told; unclipped ones are sound",
  (rateHz) => {
    const stepped = (top: number) => {
      const volts = Float64Array.from({ length: 6 * rateHz }, (_, n) => {
        const peak = top * 10 ** (-(5 - Math.floor(n / rateHz)) / 5);
        return Math.max(-1, Math.min(1, peak * Math.sin((2 * Math.PI * 1000 * n) / rateHz + 0.1)));
      });
      const decoded = decodeWav(encodeWav([volts], rateHz, 1, "int24"), 1);
      if (!decoded.ok) throw new Error(decoded.finding.advice);
      return overloadedSampleCount(decoded.value.channels[0], 1);
    };
    const cut = (2 * rateHz * Math.acos(1 / 1.05)) / Math.PI;
    expect(stepped(1.05) / cut).toBeGreaterThan(0.7);
    expect(stepped(1.05) / cut).toBeLessThan(1.3);
    expect(stepped(0.99999)).toBe(0);
  },
);

test("a float file above 1.0 has no limit there; an amplifier's flat tops below full scale are its own", () => {
  const loud = Float64Array.from({ length: 9600 }, (_, n) => 1.4 * Math.sin(n / 7));
  expect(overloadedSampleCount(loud, 1)).toBe(0);
  expect(
    overloadedSampleCount(
      loud.map((v) => Math.max(-0.9, Math.min(0.9, v))),
      1,
    ),
  ).toBe(0);
});

test("clipped noise and two clipped tones are found too", () => {
  const normal = seededNormal(3);
  const noise = Float64Array.from({ length: 48_000 }, () => Math.max(-1, Math.min(1, normal())));
  expect(overloadedSampleCount(noise, 1)).toBeGreaterThan(10_000);
  const two = Float64Array.from({ length: 48_000 }, (_, n) =>
    Math.max(-1, Math.min(1, 0.6 * Math.sin(n / 2.3) + 0.6 * Math.sin(n / 2.5))),
  );
  expect(overloadedSampleCount(two, 1)).toBeGreaterThan(300);
  expect(
    overloadedSampleCount(
      two.map((v) => 0.99 * v),
      1,
    ),
  ).toBe(0);
});

testOfCaptures(
  "reference capture x_recorder_overload: the stated number of samples at full scale",
  () => {
    const { samples_at_positive_full_scale, samples_at_negative_full_scale } =
      truthOf("x_recorder_overload").closed_form;
    const { channels } = captureVolts("x_recorder_overload");
    // A sample or two next to a run lies within 2^-15 of full scale without standing at it.
    expect(
      Math.abs(
        overloadedSampleCount(channels[0], 80) -
          samples_at_positive_full_scale -
          samples_at_negative_full_scale,
      ),
    ).toBeLessThanOrEqual(4);
  },
);

testOfCaptures(
  "reference capture a_8R2_sine_clip: a clipping amplifier is not an overloaded converter",
  () => {
    expect(overloadedSampleCount(captureVolts("a_8R2_sine_clip").channels[0], 80)).toBe(0);
  },
);
