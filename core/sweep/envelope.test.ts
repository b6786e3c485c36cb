import { stepReading } from "../testing/stepReading";
import { toneEnvelope } from "./envelope";
import { sweepSummary } from "./sweepSummary";

test("a level that steps is followed cycle by cycle; offset and harmonics are none of it", () => {
  const volts = Float64Array.from({ length: 9600 }, (_, n) => {
    const turn = (2 * Math.PI * 1000 * n) / 48_000;
    return (n < 4800 ? 1 : 3) * Math.sin(turn) + 0.5 + 0.4 * Math.sin(2 * turn);
  });
  const { voltsPeak, samplesACycle } = toneEnvelope(volts, 48_000, 1000);
  expect(samplesACycle).toBe(48);
  expect(voltsPeak[20]).toBeCloseTo(1, 6);
  expect(voltsPeak[voltsPeak.length - 20]).toBeCloseTo(3, 6);
  expect(toneEnvelope(volts.subarray(0, 60), 48_000, 1000).voltsPeak).toHaveLength(0);
});

test("the sentence of a sweep has the power at 1 %, how sure, and why it stopped", () => {
  const steps = [stepReading(1, 0.001), stepReading(20, 0.002), stepReading(30, 0.05, true)];
  const text = sweepSummary({
    steps,
    stop: { reason: "supply-rails", evidence: "Tops are flat." } as never,
  });
  expect(text).toMatch(/^\d+(\.\d+)? ± \d+(\.\d+)? W at 1 % THD\+N\. Tops are flat\.$/);
});
