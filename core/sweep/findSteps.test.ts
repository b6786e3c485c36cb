import { seededUniform, steppedSweep, sweepLevels } from "../signal";
import { findSteps } from "./reading";

type Made = {
  sampleRateHz: number;
  frequencyHz: number;
  seconds: number[];
  levels: number[];
  pauseSeconds?: number;
  fadeSeconds?: number;
  leadSeconds?: number;
};

const made = ({
  sampleRateHz,
  frequencyHz,
  seconds,
  levels,
  pauseSeconds = 0,
  fadeSeconds = 0,
  leadSeconds = 0,
}: Made): { volts: Float64Array; starts: number[] } => {
  const uniform = seededUniform(5);
  const noise = () => 1e-4 * (uniform() - 0.5);
  const samples: number[] = Array.from({ length: leadSeconds * sampleRateHz }, noise);
  const starts: number[] = [];
  levels.forEach((level, index) => {
    starts.push(samples.length / sampleRateHz);
    const count = Math.round(seconds[index] * sampleRateHz);
    for (let n = 0; n < count; n++) {
      const edge =
        fadeSeconds === 0
          ? 1
          : Math.min(1, n / sampleRateHz / fadeSeconds, (count - n) / sampleRateHz / fadeSeconds);
      samples.push(
        level * edge * Math.sin((2 * Math.PI * frequencyHz * samples.length) / sampleRateHz) +
          noise(),
      );
    }
    for (let n = 0; n < pauseSeconds * sampleRateHz; n++) samples.push(noise());
  });
  return { volts: Float64Array.from(samples), starts };
};

const rising = (count: number, factor: number) =>
  Array.from({ length: count }, (_, k) => 0.3 * factor ** k);
const equal = (count: number, seconds: number) => Array.from({ length: count }, () => seconds);

test.each<[string, Made]>([
  [
    "equal steps",
    { sampleRateHz: 48_000, frequencyHz: 1000, seconds: equal(12, 0.2), levels: rising(12, 1.4) },
  ],
  [
    "uneven steps",
    {
      sampleRateHz: 48_000,
      frequencyHz: 997,
      seconds: [0.1, 0.15, 0.12, 0.3, 0.2, 0.11, 0.25],
      levels: [1, 1.3, 2, 2.8, 3.9, 5, 7],
    },
  ],
  [
    "pauses and fades between",
    {
      sampleRateHz: 48_000,
      frequencyHz: 1000,
      seconds: equal(12, 0.2),
      levels: rising(12, 1.4),
      pauseSeconds: 0.05,
      fadeSeconds: 0.003,
    },
  ],
  [
    "a falling sweep with fades",
    {
      sampleRateHz: 44_100,
      frequencyHz: 1000,
      seconds: equal(10, 0.25),
      levels: rising(10, 1.25).reverse(),
      fadeSeconds: 0.002,
    },
  ],
  [
    "silence before",
    {
      sampleRateHz: 48_000,
      frequencyHz: 1000,
      seconds: equal(12, 0.2),
      levels: rising(12, 1.4),
      leadSeconds: 0.5,
    },
  ],
  [
    "100 Hz",
    { sampleRateHz: 48_000, frequencyHz: 100, seconds: equal(8, 0.5), levels: rising(8, 1.6) },
  ],
])("round trip: %s", (_, kind) => {
  const { volts, starts } = made(kind);
  const outcome = findSteps(volts, kind.sampleRateHz);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.frequencyHz / kind.frequencyHz).toBeCloseTo(1, 3);
  expect(outcome.value.steps.length).toBe(starts.length);
  // An edge is seen to a cycle or two.
  outcome.value.steps.forEach(({ firstSample }, k) =>
    expect(Math.abs(firstSample / kind.sampleRateHz - starts[k])).toBeLessThan(
      2.5 / kind.frequencyHz,
    ),
  );
});

test("levels at the top that differ by less than the search can see are divided by the common length", () => {
  const sweep = {
    frequencyHz: 1000,
    firstVoltsPeak: 0.5,
    lastVoltsPeak: 25,
    stepCount: 40,
    stepSeconds: 0.1,
  };
  const outcome = findSteps(steppedSweep(sweep, 96_000), 96_000);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const levels = sweepLevels(sweep);
  expect(levels[39] / levels[38]).toBeLessThan(1.01);
  expect(outcome.value.steps.length).toBe(40);
});

test("refusal: silence, and a steady tone", () => {
  expect(findSteps(new Float64Array(48_000), 48_000)).toMatchObject({
    ok: false,
    finding: { code: "no-signal" },
  });
  expect(
    findSteps(
      made({ sampleRateHz: 48_000, frequencyHz: 1000, seconds: [1], levels: [1] }).volts,
      48_000,
    ),
  ).toMatchObject({ ok: false, finding: { code: "no-steps" } });
});
