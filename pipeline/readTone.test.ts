import { encodeWav } from "@/core/wav";
import { readTone } from "./readTone";

const RATE_HZ = 96_000;
const tone = (level: number, secondHarmonic: number) =>
  Float64Array.from(
    { length: RATE_HZ },
    (_, n) =>
      level *
      (Math.sin((2 * Math.PI * 200.3 * n) / RATE_HZ) +
        secondHarmonic * Math.sin((2 * Math.PI * 400.6 * n) / RATE_HZ)),
  );

test("closed form: level over full scale, frequency and distortion of a tone", () => {
  const outcome = readTone(encodeWav([tone(0.25, 1e-3)], RATE_HZ, 1, "int24"));
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.levelRatio).toBeCloseTo(0.25, 6);
  expect(outcome.value.frequencyHz).toBeCloseTo(200.3, 3);
  expect(outcome.value.thdRatio).toBeCloseTo(1e-3, 6);
});

test.each([
  ["silence", encodeWav([new Float64Array(RATE_HZ)], RATE_HZ, 1, "int24"), "no-signal"],
  [
    "an overdriven recorder",
    encodeWav([tone(1.5, 0).map((volts) => Math.max(-1, Math.min(1, volts)))], RATE_HZ, 1, "int24"),
    "capture-clipped",
  ],
  ["no WAV at all", new TextEncoder().encode("nothing"), "not-a-wav"],
])("refusal: %s", (_, wav, code) => {
  const outcome = readTone(wav);
  expect(outcome.ok ? "accepted" : outcome.finding.code).toBe(code);
});
