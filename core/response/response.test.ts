import {
  frequencySteps,
  logFrequencies,
  logSweep,
  pinkNoise,
  seededNormal,
  steppedFrequencies,
} from "../signal";
import {
  captureText,
  captureVolts,
  describeCaptures,
  hasReferenceCaptures,
  truthOf,
} from "../testing/referenceCapture";
import { amplitudeRatioToDb, powerRatioToDb } from "../units";
import {
  cornerFrequencies,
  deviationInBand,
  ratioAt,
  responseSummary,
  steppedResponse,
  sweepResponse,
  thirdOctaveLevels,
  thirdOctaveMids,
  unwrappedPhases,
  type ResponsePoint,
} from ".";

/** A one-pole low pass and high pass in closed form. */
const lowPass =
  (cornerHz: number) =>
  (frequencyHz: number): ResponsePoint => ({
    frequencyHz,
    ratio: 1 / Math.hypot(1, frequencyHz / cornerHz),
    phaseRadians: -Math.atan(frequencyHz / cornerHz),
  });

const through = (volts: Float64Array, cornerHz: number, sampleRateHz: number): Float64Array => {
  // Bilinear one-pole, corner pre-warped: its response is known exactly.
  const k = Math.tan((Math.PI * cornerHz) / sampleRateHz);
  const out = new Float64Array(volts.length);
  for (let n = 0; n < volts.length; n++)
    out[n] = (k * (volts[n] + (volts[n - 1] ?? 0)) + (1 - k) * (out[n - 1] ?? 0)) / (1 + k);
  return out;
};
const bilinearRatio = (frequencyHz: number, cornerHz: number, sampleRateHz: number) =>
  1 /
  Math.hypot(
    1,
    Math.tan((Math.PI * frequencyHz) / sampleRateHz) /
      Math.tan((Math.PI * cornerHz) / sampleRateHz),
  );

describe("figures, closed form of a one-pole low pass at 20 kHz", () => {
  const response = logFrequencies(10, 200_000, 60).map(lowPass(20_000));

  test("corners: -3.01 dB at the corner, -1 dB at 0.5088 of it", () => {
    expect(cornerFrequencies(response, 3.0103, 10).highHz).toBeCloseTo(20_000, -1);
    expect((cornerFrequencies(response, 1, 10).highHz ?? 0) / 20_000).toBeCloseTo(0.5088, 3);
    expect(cornerFrequencies(response, 3).lowHz).toBeNull();
  });

  test("deviation in a band, relative to 1 kHz", () => {
    const deviation = deviationInBand(response, 20, 20_000);
    expect(amplitudeRatioToDb(deviation?.lowestRatio ?? 0)).toBeCloseTo(-3.0, 2);
    expect(deviation?.lowestHz).toBe(20_000);
    expect(deviationInBand(response, 1, 20_000)).toBeNull();
  });

  test("interpolation, and the whole in one sentence", () => {
    expect(ratioAt(response, 20_000)).toBeCloseTo(Math.SQRT1_2, 4);
    expect(responseSummary(response)).toContain("−3 dB at");
  });
});

test("stepped sines through a known filter, two channels: 0.001 dB and 0.01 degree", () => {
  const steps = frequencySteps(logFrequencies(20, 20_000, 6), 0.03, 5);
  const input = steppedFrequencies(steps, 0.2, 96_000);
  const outcome = steppedResponse(through(input, 15_000, 96_000), 96_000, {
    kind: "recorded-input",
    volts: input,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.length).toBe(steps.length);
  outcome.value.forEach((point, k) => {
    expect(point.frequencyHz / steps[k].frequencyHz).toBeCloseTo(1, 4);
    expect(
      Math.abs(amplitudeRatioToDb(point.ratio / bilinearRatio(point.frequencyHz, 15_000, 96_000))),
    ).toBeLessThan(0.001);
    expect(
      Math.abs(
        point.phaseRadians +
          Math.atan(
            Math.tan((Math.PI * point.frequencyHz) / 96_000) /
              Math.tan((Math.PI * 15_000) / 96_000),
          ),
      ),
    ).toBeLessThan(2e-4);
  });
});

test("one logarithmic sweep: the filter's response, and a polynomial's harmonics against frequency", () => {
  const sweep = { lowHz: 10, highHz: 22_000, seconds: 3 };
  const stimulus = logSweep(sweep, 1, 96_000);
  const padded = new Float64Array(stimulus.length + 48_000);
  padded.set(stimulus);
  const output = through(
    padded.map((x) => x + 0.01 * x * x - 0.004 * x * x * x),
    15_000,
    96_000,
  );
  const outcome = sweepResponse(output, { stimulus, sweep }, 96_000, {
    pointsPerDecade: 10,
    highestOrder: 3,
  });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const { response, harmonics } = outcome.value;
  // x^3 adds 3/4 of its coefficient to the fundamental.
  for (const { frequencyHz, ratio } of response.filter(
    (point) => point.frequencyHz > 30 && point.frequencyHz < 18_000,
  ))
    expect(
      Math.abs(
        amplitudeRatioToDb(ratio / (bilinearRatio(frequencyHz, 15_000, 96_000) * (1 - 0.003))),
      ),
    ).toBeLessThan(0.05);
  const at = (order: number, hertz: number) =>
    harmonics[order - 2].points.reduce((best, point) =>
      Math.abs(Math.log(point.frequencyHz / hertz)) < Math.abs(Math.log(best.frequencyHz / hertz))
        ? point
        : best,
    );
  for (const hertz of [200, 1000, 3000]) {
    const [second, third] = [at(2, hertz), at(3, hertz)];
    const shape = (order: number, frequencyHz: number) =>
      bilinearRatio(order * frequencyHz, 15_000, 96_000) /
      bilinearRatio(frequencyHz, 15_000, 96_000);
    expect(
      Math.abs(amplitudeRatioToDb(second.ratio / ((0.005 / 0.997) * shape(2, second.frequencyHz)))),
    ).toBeLessThan(0.3);
    expect(
      Math.abs(amplitudeRatioToDb(third.ratio / ((0.001 / 0.997) * shape(3, third.frequencyHz)))),
    ).toBeLessThan(0.3);
  }
});

test("unwrapped phases have no jumps", () => {
  const points = unwrappedPhases(
    Array.from({ length: 50 }, (_, k) => ({
      frequencyHz: 1 + k,
      ratio: 1,
      phaseRadians: Math.atan2(Math.sin(-0.7 * k), Math.cos(-0.7 * k)),
    })),
  );
  points.forEach(({ phaseRadians }, k) => expect(phaseRadians).toBeCloseTo(-0.7 * k, 9));
});

test("IEC 61260-1: mid-band frequencies, and equal levels of pink noise in third octaves", () => {
  expect(thirdOctaveMids(20, 20_000).length).toBe(31);
  expect(thirdOctaveMids(900, 1300)).toEqual([
    expect.closeTo(1000, 9),
    expect.closeTo(1258.925, 3),
  ]);
  const levels = thirdOctaveLevels(
    pinkNoise(1, { seconds: 20, sampleRateHz: 48_000, fadeSeconds: 0 }, 2),
    48_000,
    100,
    10_000,
  ).map(({ voltsRms }) => powerRatioToDb(voltsRms ** 2));
  const mean = levels.reduce((sum, level) => sum + level, 0) / levels.length;
  levels.forEach((level) => expect(Math.abs(level - mean)).toBeLessThan(1));
  const white = Float64Array.from({ length: 96_000 }, (_, n) =>
    Math.sin(2 * Math.PI * 1000 * (n / 48_000)),
  );
  expect(
    thirdOctaveLevels(white, 48_000, 800, 1300).map(({ voltsRms }) => Number(voltsRms.toFixed(4))),
  ).toEqual([0, 0.7071, 0]);
});

describeCaptures.each(["a_3R97_response", "a_8R2_response", "b_3R97_response", "b_8R2_response"])(
  "reference response %s",
  (name) => {
    const rows = hasReferenceCaptures
      ? captureText(`${name}_segments.csv`)
          .trim()
          .split("\n")
          .slice(1)
          .map((line) => line.split(",").map(Number))
      : [];
    const segments = rows.map(([, startSeconds, seconds, frequencyHz]) => ({
      startSeconds,
      seconds,
      frequencyHz,
    }));

    test("gain and phase at every frequency, from the segments and the generator's level", () => {
      const { channels, sampleRateHz } = captureVolts(name);
      const outcome = steppedResponse(channels[0], sampleRateHz, {
        kind: "generator",
        voltsPeak: rows[0][4],
        segments,
      });
      if (!outcome.ok) throw new Error(outcome.finding.advice);
      truthOf(name).truth.segments.forEach(
        (
          truth: {
            frequency_hz: number;
            gain_db_transient_wav: number;
            phase_deg_transient: number;
          },
          k: number,
        ) => {
          const point = outcome.value[k];
          expect(point.frequencyHz).toBe(truth.frequency_hz);
          // Below 100 Hz the offset still settles within the window, above 50 kHz the window's place matters a little.
          expect(
            Math.abs(amplitudeRatioToDb(point.ratio) - truth.gain_db_transient_wav),
          ).toBeLessThan(truth.frequency_hz < 100 ? 0.06 : 0.01);
          expect(
            Math.abs((point.phaseRadians * 180) / Math.PI - truth.phase_deg_transient),
          ).toBeLessThan(0.5);
        },
      );
    });

    test("the same frequencies are found in the recording alone", () => {
      const { channels, sampleRateHz } = captureVolts(name);
      const outcome = steppedResponse(channels[0], sampleRateHz, { kind: "none" });
      if (!outcome.ok) throw new Error(outcome.finding.advice);
      for (const { frequencyHz } of segments)
        expect(
          outcome.value.some((point) => Math.abs(point.frequencyHz / frequencyHz - 1) < 0.002),
        ).toBe(true);
    });
  },
);

test("noise that looks like a few periods here and there is no step: a stepped sine 40 dB above it is read as it was made", () => {
  const hertz = [50, 80, 125, 200, 500, 1000, 2000, 5000, 10_000, 20_000];
  const normal = seededNormal(3);
  const volts = Float64Array.from({ length: hertz.length * 0.3 * 96_000 }, (_, n) => {
    const at = Math.min(hertz.length - 1, Math.floor(n / (0.3 * 96_000)));
    return 4 * Math.sin((2 * Math.PI * hertz[at] * n) / 96_000) + 0.04 * normal();
  });
  const outcome = steppedResponse(volts, 96_000, { kind: "none" });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.length).toBeGreaterThanOrEqual(hertz.length);
  for (const { frequencyHz, ratio } of outcome.value) {
    expect(hertz.some((each) => Math.abs(frequencyHz / each - 1) < 0.01)).toBe(true);
    expect(Math.abs(amplitudeRatioToDb((ratio * Math.SQRT2) / 4))).toBeLessThan(0.05);
  }
});
