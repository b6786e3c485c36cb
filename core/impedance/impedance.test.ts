import fc from "fast-check";
import { crosstalk, crosstalkAgainstFrequency, loudestChannel } from "../crosstalk";
import { frequencySteps, steppedFrequencies } from "../signal";
import { captureVolts, testOfCaptures, truthOf } from "../testing/referenceCapture";
import { amplitudeRatioToDb } from "../units";
import { outputImpedance } from ".";

/** Volts and phase across a load behind a complex source impedance, 10 V open. */
const across = (loadOhms: number, re: number, im: number) => {
  const power = (loadOhms + re) ** 2 + im ** 2;
  const [vRe, vIm] = [(10 * loadOhms * (loadOhms + re)) / power, (-10 * loadOhms * im) / power];
  return {
    voltsRms: Math.hypot(vRe, vIm),
    phaseRadians: Math.atan2(vIm, vRe),
    loadOhms,
    loadOhmsStdUncertainty: 0.01,
    voltsRepeatRatio: 1e-5,
  };
};

test("round trip: a complex source impedance is found from two loads", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 2, noNaN: true }),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      (re, im) => {
        const found = outputImpedance(across(8.2, re, im), across(3.97, re, im));
        expect(found.resistanceOhms).toBeCloseTo(re, 6);
        expect(found.reactanceOhms).toBeCloseTo(im, 6);
      },
    ),
  );
});

test("common practice: a damping factor of 320 into 8 ohm is 25 milliohm; the uncertainty of the ohms matters little", () => {
  const found = outputImpedance(across(8, 0.025, 0), across(4, 0.025, 0));
  expect(found.dampingFactor).toBeCloseTo(320, 2);
  expect(found.magnitudeOhmsStdUncertainty).toBeLessThan(0.001);
  expect(() => outputImpedance(across(8, 1, 0), across(8, 1, 0))).toThrow("must differ");
});

test("near zero the magnitude is known no better than the ohms are: a difference of folded magnitudes would say zero", () => {
  const nothing = (loadOhms: number) => ({ ...across(loadOhms, 0, 0), voltsRepeatRatio: 1e-3 });
  const { magnitudeOhms, magnitudeOhmsStdUncertainty } = outputImpedance(nothing(8), nothing(4));
  expect(magnitudeOhms).toBeCloseTo(0, 9);
  // To first order dZ = (dV/V) / (1/R2 - 1/R1) for each of the two readings.
  expect(magnitudeOhmsStdUncertainty).toBeCloseTo((Math.SQRT2 * 1e-3) / (1 / 4 - 1 / 8), 3);
});

test("invariance: an error of gain that both readings share leaves the impedance as it is; one that they do not does not", () => {
  const one = across(8, 0.03, 0),
    two = across(4, 0.03, 0);
  const scaled = (by: number, from: typeof one) => ({ ...from, voltsRms: by * from.voltsRms });
  expect(outputImpedance(scaled(1.005, one), scaled(1.005, two)).magnitudeOhms).toBeCloseTo(
    0.03,
    9,
  );
  expect(outputImpedance(scaled(1.0001, one), two).magnitudeOhms).toBeGreaterThan(0.0305);
  // To first order dZ = (dV/V) / (1/R2 - 1/R1) for each of the two readings.
  const { magnitudeOhmsStdUncertainty } = outputImpedance(
    { ...one, voltsRepeatRatio: 1e-4, loadOhmsStdUncertainty: 0 },
    { ...two, voltsRepeatRatio: 1e-4, loadOhmsStdUncertainty: 0 },
  );
  expect(magnitudeOhmsStdUncertainty).toBeCloseTo((Math.SQRT2 * 1e-4) / (1 / 4 - 1 / 8), 4);
});

testOfCaptures("reference capture x_crosstalk: -62.5 dB, 90 degrees", () => {
  const { channels, sampleRateHz } = captureVolts("x_crosstalk");
  const { crosstalk_db, phase_deg, left_v_rms } = truthOf("x_crosstalk").closed_form;
  expect(loudestChannel(channels, sampleRateHz)).toBe(0);
  const outcome = crosstalk(channels[0], channels[1], sampleRateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(Math.abs(amplitudeRatioToDb(outcome.value.ratio) - crosstalk_db)).toBeLessThan(0.05);
  expect(Math.abs((outcome.value.phaseRadians * 180) / Math.PI - phase_deg)).toBeLessThan(0.5);
  expect(outcome.value.drivenVoltsRms).toBeCloseTo(left_v_rms, 2);
});

test("crosstalk against frequency: leakage through a small capacitor rises by 6 dB an octave", () => {
  const steps = frequencySteps([250, 500, 1000, 2000, 4000], 0.05, 5);
  const driven = steppedFrequencies(steps, 10, 96_000);
  const idle = driven.map((value, n) => 0.01 * (value - (driven[n - 1] ?? 0)));
  const outcome = crosstalkAgainstFrequency(driven, idle, 96_000);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  outcome.value
    .slice(1)
    .forEach(({ ratio }, k) =>
      expect(amplitudeRatioToDb(ratio / outcome.value[k].ratio)).toBeCloseTo(6, 1),
    );
});
