import { seededNormal, stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { analysed, findingOf, RATE_HZ, recorded, valueOf } from "../testing/recordings";

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

test("tones that a sinking limit bends tell the limit, and say so; noise alone holds no tones", () => {
  const bent = tones.map((value, n) => {
    const most = 0.5 - (0.2 * n) / tones.length;
    return Math.max(-most, Math.min(most, value));
  });
  const [channel] = analysed("multitone", [recorded([bent])]);
  expect(channel.cautions).toMatchObject([{ code: "clipped" }]);
  expect(analysed("multitone", [recorded([tones])])[0].cautions).toEqual([]);
  const normal = seededNormal(2);
  const noise = tones.map(() => 1e-3 * normal());
  expect(findingOf("multitone", [recorded([noise])])).toBe("no-signal");
});
