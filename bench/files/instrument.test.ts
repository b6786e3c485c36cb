import { encodeWav } from "@/core/wav";
import { instrumentOf } from "../instruments";
import { keepsInstrumentContract } from "../testing/instrumentContract";
import type { RecordedFile } from "./instrument";

const RATE_HZ = 48_000;
const tone = (voltsRms: number): Float64Array =>
  Float64Array.from(
    { length: RATE_HZ / 4 },
    (_, n) => Math.SQRT2 * voltsRms * Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ),
  );
const file = (outputs: readonly number[], sourceAt?: number): RecordedFile => {
  const channels = outputs.map(tone);
  if (sourceAt !== undefined) channels.splice(sourceAt, 0, tone(0.5));
  const others = channels.map((_, k) => k).filter((k) => k !== sourceAt);
  return {
    fileName: "made.wav",
    wav: encodeWav(channels, RATE_HZ, 40, "int24"),
    fullScaleVolts: 40,
    layout: { outputs: others, input: sourceAt ?? null },
  };
};
const made = (...files: RecordedFile[]) => instrumentOf({ kind: "files", files, mainsHz: 50 });

// Two files: one of outputs alone, one with the source between them.
keepsInstrumentContract(
  () => {
    const outcome = made(file([10, 5]), file([8, 4], 1));
    if (!outcome.ok) throw new Error(outcome.finding.advice);
    return outcome.value;
  },
  { outputVoltsRms: (number) => (number === 1 ? [10, 5] : [8, 4]) },
);

test.each<[string, RecordedFile[], string]>([
  ["nothing at all", [], "no-samples"],
  ["no full scale", [{ ...file([1]), fullScaleVolts: 0 }], "bad-full-scale"],
  ["what is no WAV", [{ ...file([1]), wav: new Uint8Array(64) }], "not-a-wav"],
  [
    "a channel that it has not",
    [{ ...file([1]), layout: { outputs: [1], input: null } }],
    "channel-mismatch",
  ],
  [
    "a source that it has not",
    [{ ...file([1]), layout: { outputs: [0], input: 2 } }],
    "channel-mismatch",
  ],
  ["no output", [{ ...file([1]), layout: { outputs: [], input: 0 } }], "channel-mismatch"],
])("refuses %s", (_, files, code) => {
  const outcome = made(...files);
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});
