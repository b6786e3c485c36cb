import { encodeWav } from "@/core/wav";
import { envelopeColumns } from "@/core/signal";
import { OpenRecording } from "./recordingViews";

const RATE_HZ = 48_000;
const SECONDS = 2;
const sine = (volts: number, hertz: number, phase = 0) =>
  Float64Array.from(
    { length: SECONDS * RATE_HZ },
    (_, n) => volts * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ + phase),
  );
const plus = (...parts: Float64Array[]) =>
  parts[0].map((_, n) => parts.reduce((sum, part) => sum + part[n], 0));
const rmsOf = (samples: ArrayLike<number>) =>
  Math.sqrt(Array.from(samples).reduce((sum, value) => sum + value * value, 0) / samples.length);
const toneIn = (samples: ArrayLike<number>, hertz: number) => {
  let re = 0,
    im = 0;
  for (let n = 0; n < samples.length; n++) {
    re += samples[n] * Math.cos((2 * Math.PI * hertz * n) / RATE_HZ);
    im += samples[n] * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ);
  }
  return (2 * Math.hypot(re, im)) / samples.length;
};

/** The source, and an output with gain 20 that adds a thousandth of a third harmonic. */
const source = sine(1, 1000);
const output = plus(sine(20, 1000), sine(0.02, 3000));
const opened = (channels: readonly Float64Array[]): OpenRecording => {
  const outcome = OpenRecording.open(encodeWav([...channels], RATE_HZ, 80, "float32"), 80);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test("facts of what was opened; what is no recording is refused", () => {
  expect(opened([source, output]).facts).toEqual({
    seconds: SECONDS,
    channelCount: 2,
    sampleRateHz: RATE_HZ,
  });
  expect(OpenRecording.open(new TextEncoder().encode("no WAV at all"), 80).ok).toBe(false);
});

test.each<[string, readonly Float64Array[], number, number | null]>([
  ["without the source: the tone is fitted and taken away", [output], 0, null],
  ["with the source recorded too: the best linear fit of it is taken away", [source, output], 1, 0],
])("residual listening %s", (_, channels, channel, input) => {
  const outcome = opened(channels).residualSound(channel, input);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const {
    output: heard,
    residual,
    residualOverOutputRatio,
    residualGainRatio,
    sampleRateHz,
  } = outcome.value;
  expect(sampleRateHz).toBe(RATE_HZ);
  // What was added is a thousandth of the output, 60 dB under it, and is raised by as much: both are equally loud.
  expect(residualOverOutputRatio).toBeCloseTo(1e-3, 5);
  expect(residualGainRatio * residualOverOutputRatio).toBeCloseTo(1, 6);
  expect(rmsOf(residual) / rmsOf(heard)).toBeCloseTo(1, 2);
  // Without the tone, only the harmonic is heard.
  expect(toneIn(residual, 1000) / toneIn(residual, 3000)).toBeLessThan(0.02);
  expect(toneIn(heard, 3000) / toneIn(heard, 1000)).toBeCloseTo(1e-3, 5);
  expect([heard, residual].every((samples) => samples.every((value) => Math.abs(value) <= 1))).toBe(
    true,
  );
});

test("silence has nothing to take a tone from", () => {
  expect(opened([new Float64Array(RATE_HZ)]).residualSound(0, null)).toMatchObject({
    ok: false,
    finding: { code: "no-signal" },
  });
  expect(opened([output]).residualSound(7, null).ok).toBe(false);
});

test("the spectrum is of the stretch that is seen", () => {
  const half = (SECONDS * RATE_HZ) / 2;
  const changing = Float64Array.from(output, (value, n) =>
    n < half ? value : Math.sin((2 * Math.PI * 5000 * n) / RATE_HZ),
  );
  const recording = opened([changing]);
  const strongest = (fromSeconds: number) => {
    const [{ points }] = recording.spectrum({ fromSeconds, seconds: 0.5 });
    return points.reduce((best, point) => (point[1] > best[1] ? point : best))[0];
  };
  expect(strongest(0.2)).toBeCloseTo(1000, -1);
  expect(strongest(1.2)).toBeCloseTo(5000, -1);
});

test("the waveform may be handed to the page: the recording keeps its own samples", () => {
  const recording = opened([output]);
  const [pyramid] = recording.pyramids();
  const { high } = envelopeColumns(pyramid, 0, SECONDS * RATE_HZ, 100);
  expect(Math.max(...high)).toBeCloseTo(20, 1);
  structuredClone(pyramid.samples, { transfer: [pyramid.samples.buffer as ArrayBuffer] });
  expect(pyramid.samples.length).toBe(0);
  expect(recording.spectrum({ fromSeconds: 0, seconds: 0.5 })[0].points.length).toBeGreaterThan(
    100,
  );
});

test("one level: some cycles of it, what was added in them, and the spectrum of what was read", () => {
  const { wave, residual, spectrum } = opened([source, output]).level(
    1,
    { fromSeconds: 0.5, seconds: 0.1 },
    1000,
  );
  expect(wave.points[wave.points.length - 1][0]).toBeCloseTo(3 / 1000, 4);
  expect(Math.max(...wave.points.map(([, volts]) => volts))).toBeCloseTo(20, 1);
  // The thousandth of a third harmonic is all that is left: its peak, and nine half waves in three cycles.
  const left = residual.points.map(([, volts]) => volts);
  expect(Math.max(...left)).toBeCloseTo(0.02, 3);
  const crossings = left.filter((volts, k) => k > 0 && Math.sign(volts) !== Math.sign(left[k - 1]));
  expect(Math.abs(crossings.length - 18)).toBeLessThanOrEqual(1);
  const at = (hertz: number) =>
    Math.max(
      ...spectrum.points.filter(([each]) => Math.abs(each - hertz) < 30).map(([, volts]) => volts),
    );
  expect(at(3000) / at(1000)).toBeCloseTo(0.001, 4);
});
