import { captureVolts, hasReferenceCaptures, truthOf } from "../testing/referenceCapture";
import { overloadedSampleCount } from ".";

const sine = (peak: number) =>
  Float64Array.from({ length: 4800 }, (_, n) =>
    Math.max(-1, Math.min(1, peak * Math.sin((2 * Math.PI * n) / 48))),
  );

test("a sine up to full scale is sound, one beyond is overloaded", () => {
  expect(overloadedSampleCount(sine(0.9999), 1)).toBe(0);
  expect(overloadedSampleCount(sine(1.2), 1)).toBeGreaterThan(1000);
});

(hasReferenceCaptures ? test : test.skip)(
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

(hasReferenceCaptures ? test : test.skip)(
  "reference capture a_8R2_sine_clip: a clipping amplifier is not an overloaded converter",
  () => {
    expect(overloadedSampleCount(captureVolts("a_8R2_sine_clip").channels[0], 80)).toBe(0);
  },
);
