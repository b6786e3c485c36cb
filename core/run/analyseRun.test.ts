import { seededNormal } from "../signal";
import { RUN_KINDS, initialSettings, RUN_KIND_NAMES, type RunKind } from ".";
import { analyseRun } from "./reading";

const RATE_HZ = 48_000;
const LOAD = {
  channelIndex: 0,
  loadOhms: 8,
  loadOhmsStdUncertainty: 0.01,
  voltsStdUncertaintyRatio: 0.003,
};

const read = (kind: RunKind, volts: Float64Array) =>
  analyseRun(
    kind,
    [
      {
        shot: "file-1",
        volts: [volts, volts],
        input: null,
        sampleRateHz: RATE_HZ,
        fullScaleVolts: 80,
        loads: [LOAD, { ...LOAD, channelIndex: 1 }],
        stimulus: null,
        meters: null,
        events: [],
      } as never,
    ],
    {
      settings: initialSettings(RUN_KINDS[kind].fields),
      band: { lowHz: 20, highHz: 20_000 },
      mainsHz: 50,
      ratedWatts: 50,
    },
  );

const noise = seededNormal(1);
const SIGNALS: Record<string, Float64Array> = {
  silence: new Float64Array(RATE_HZ),
  "a constant voltage": new Float64Array(RATE_HZ).fill(0.3),
  "twenty samples": Float64Array.from({ length: 20 }, (_, n) => Math.sin(0.1 * n)),
  "hardly any noise": Float64Array.from({ length: RATE_HZ }, () => 1e-9 * noise()),
  "one click": Float64Array.from({ length: RATE_HZ }, (_, n) => (n === 999 ? 1 : 0)),
};

// Whatever is recorded: figures that can be kept as JSON, or a finding that says what to do.
test.each(
  RUN_KIND_NAMES.flatMap((kind) => Object.keys(SIGNALS).map((name) => [kind, name] as const)),
)("%s of %s", (kind, name) => {
  const outcome = read(kind, SIGNALS[name]);
  if (!outcome.ok) return expect(outcome.finding.advice.length).toBeGreaterThan(20);
  expect(JSON.parse(JSON.stringify(outcome.value))).toEqual(outcome.value);
});

test.each(["noise", "noise-response"] as const)(
  "%s of digital silence is refused by name",
  (kind) => {
    const outcome = read(kind, SIGNALS.silence);
    expect(outcome.ok || outcome.finding).toMatchObject({ code: "no-signal" });
  },
);
