import { logFrequencies, stepsOfFrequencies, stimulusVolts } from "../../signal";
import { testOfCaptures } from "../../testing/referenceCapture";
import { analysed, captureAs, RATE_HZ, recorded, valueOf } from "../testing/recordings";

/** Steps through one pole, as a bench records them with what it played. */
const throughPole = (corner: number) => {
  const frequencies = Array.from({ length: 31 }, (_, k) => 20 * 10 ** (k / 10));
  const steps = stepsOfFrequencies(frequencies);
  const length = Math.round(steps.reduce((all, { seconds }) => all + seconds, 0) * RATE_HZ) + 1;
  const volts = new Float64Array(length);
  for (const { frequencyHz, startSeconds, seconds } of steps) {
    const ratio = 1 / Math.hypot(1, frequencyHz / corner),
      phase = -Math.atan(frequencyHz / corner);
    const end = Math.min(length, (startSeconds + seconds) * RATE_HZ);
    for (let n = Math.ceil(startSeconds * RATE_HZ); n < end; n++)
      volts[n] = ratio * Math.sin(2 * Math.PI * frequencyHz * (n / RATE_HZ - startSeconds) + phase);
  }
  const stimulus = { kind: "frequency-list", frequencies, voltsPeak: 1 } as const;
  return recorded([volts], {
    shot: "run-first",
    stimulus,
    input: stimulusVolts(stimulus, RATE_HZ),
  });
};

test("one pole is 3 dB down at its corner, and 45 degrees behind there", () => {
  const corner = 5000;
  const [channel] = analysed("response", [throughPole(corner)]);
  // Told against 1 kHz, which itself is 0.17 dB down: 3 dB under that is at 1.02 of the corner.
  expect(valueOf(channel, "high-3-db") / corner).toBeCloseTo(1.02, 1);
  const phase = channel.curves
    .find(({ name }) => name === "phase-run")
    ?.points.find(([hertz]) => Math.abs(hertz / 5024 - 1) < 0.01);
  expect(phase?.[1]).toBeCloseTo(-Math.PI / 4, 1);
});

/** The pole of a rig, as its loop was read: over that at 1 kHz. */
const rigOfPole = (corner: number, lowHz: number, highHz: number) =>
  logFrequencies(lowHz, highHz, 16).map((frequencyHz) => ({
    frequencyHz,
    ratio: Math.hypot(1, 1000 / corner) / Math.hypot(1, frequencyHz / corner),
    phaseRadians: -Math.atan(frequencyHz / corner),
  }));

test("a rig whose own pole is taken out leaves a wire: flat, without phase, and that is said", () => {
  const recordings = [throughPole(5000)];
  const [channel] = analysed("response", recordings, {}, [rigOfPole(5000, 10, 40_000)]);
  for (const name of ["lowest", "highest"])
    expect(Math.abs(20 * Math.log10(valueOf(channel, name)))).toBeLessThan(0.01);
  const phases = channel.curves.find(({ name }) => name === "phase-run")?.points ?? [];
  for (const [, radians] of phases) expect(Math.abs(radians)).toBeLessThan(0.01);
  expect(channel.summary).toContain("The response of the rig is removed.");
  expect(channel.cautions ?? []).toEqual([]);
  expect(analysed("response", recordings)[0].summary).not.toContain("rig");
});

test("where nothing is known of the rig the response is marked, and proves nothing", () => {
  const [channel] = analysed("response", [throughPole(5000)], {}, [rigOfPole(5000, 100, 10_000)]);
  expect(channel.cautions).toMatchObject([
    { code: "rig-response", text: expect.stringContaining("from 20 Hz to 20 kHz") },
  ]);
  expect(20 * Math.log10(valueOf(channel, "lowest"))).toBeLessThan(-10);
});

testOfCaptures(
  "a stepped capture with no input recorded: 3 dB down where the small-signal analysis says",
  () =>
    expect(valueOf(captureAs("b_3R97_response", "response"), "high-3-db") / 42_521).toBeCloseTo(
      1,
      1,
    ),
);

test("a band whose low end is at its limit is no response there, and says from where to where", () => {
  const stimulus = {
    kind: "frequency-list",
    frequencies: [50, 100, 200, 400, 1000, 4000],
    voltsPeak: 10,
  } as const;
  const input = stimulusVolts(stimulus, RATE_HZ);
  // What is held at 8 V up to 200 Hz passes whole above it.
  const steps = stepsOfFrequencies(stimulus.frequencies);
  const volts = input.map((value, n) => {
    const step = steps.findLast(({ startSeconds }) => startSeconds <= n / RATE_HZ);
    const most = (step?.frequencyHz ?? 0) < 300 ? 8 : 100;
    return Math.max(-most, Math.min(most, value));
  });
  const [channel] = analysed("response", [recorded([volts], { stimulus, input })]);
  expect(channel.cautions).toMatchObject([{ code: "clipped", touches: [] }]);
  expect(channel.cautions?.[0].text).toMatch(/^From 50.* Hz to 200 Hz/);
  expect(analysed("response", [recorded([input], { stimulus, input })])[0].cautions).toEqual([]);
});
