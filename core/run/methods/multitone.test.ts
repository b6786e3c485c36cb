import { stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { analysed, RATE_HZ, recorded, valueOf } from "../testing/recordings";

const tones = stimulusVolts({ kind: "multitone", voltsPeak: 1, seconds: 4, seed: 1 }, RATE_HZ);

test("tones alone are free of distortion far down; a line between them 60 dB under one of them ends that range there", () => {
  const [clean] = analysed("multitone", [recorded([tones])]);
  expect(amplitudeRatioToDb(valueOf(clean, "free-range"))).toBeGreaterThan(120);
  const one = Math.SQRT2 * valueOf(clean, "tone-volts");
  // Half way between two multiples of the period, where no tone lies.
  const between = tones.map(
    (value, n) => value + 1e-3 * one * Math.sin((2 * Math.PI * 3333.5 * n) / RATE_HZ),
  );
  const [marked] = analysed("multitone", [recorded([between])]);
  expect(amplitudeRatioToDb(valueOf(marked, "free-range"))).toBeCloseTo(60, 0);
});
