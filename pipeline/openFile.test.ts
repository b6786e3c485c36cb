import { fromCatalogue, withParameter } from "@/bench/catalogue";
import { onLoads, record, type SimulatedRig } from "@/bench/simulated";
import type { Stimulus } from "@/core/signal";
import { stimulusNote } from "@/core/files";
import { stimulusVolts } from "@/core/signal";
import { encodeWav, withNote } from "@/core/wav";
import { openFile } from "./openFile";

const tone = encodeWav(
  [stimulusVolts({ kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 0.5 }, 48_000)],
  48_000,
  1,
  "int24",
);

test("a test signal that is opened as if it were a recording is refused, with what to do", () => {
  const noted = withNote(tone, stimulusNote({ stimulus: "log-sweep", peakRatio: 0.5 }));
  expect(openFile("sweep.wav", noted, null)).toMatchObject({
    ok: false,
    finding: {
      where: "sweep.wav",
      advice: expect.stringContaining("the test signal (log sweep)"),
    },
  });
  expect(openFile("sweep.wav", tone, null).ok).toBe(true);
});

describe("what a supply at its limit leaves is still the run that it was", () => {
  const brick = withParameter(fromCatalogue("mini-bridge-brick"), "supply", "limitAmperes", 5);
  const guessed = (stimulus: Stimulus, drives: readonly boolean[], ohms: number) => {
    const { capture } = record(
      onLoads(brick.amplifier as SimulatedRig, [ohms, ohms]),
      { stimulus, sampleRateHz: 96_000, drives },
      3,
    );
    const opened = openFile("take.wav", capture.wav, null);
    if (!opened.ok) throw new Error(opened.finding.advice);
    return opened.value.guess.kind;
  };
  const sweep: Stimulus = {
    kind: "level-sweep",
    frequencyHz: 1000,
    firstVoltsPeak: 0.06,
    lastVoltsPeak: 1.6,
    stepCount: 24,
    stepSeconds: 0.08,
  };
  const bursts: Stimulus = { kind: "burst", burst: "20-ms", voltsPeak: 0.7 };

  test.each([
    ["both channels", [true, true]],
    ["one channel, the other idle", [true, false]],
  ])("%s", (_, drives) => {
    for (const ohms of [8, 4, 2.7]) {
      expect(guessed(sweep, drives, ohms)).toBe("power-sweep");
      expect(guessed(bursts, drives, ohms)).toBe("burst");
    }
  });
});
