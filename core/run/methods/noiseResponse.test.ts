import { isDoubtful } from "../../caution";
import { seededNormal, stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { analysed, RATE_HZ, recorded, valueOf } from "../testing/recordings";

test("pink noise has as much in every third octave: none lies more than a decibel off", () => {
  const pink = stimulusVolts({ kind: "pink-noise", voltsRms: 1, seconds: 20, seed: 1 }, RATE_HZ);
  const [channel] = analysed("noise-response", [recorded([pink])]);
  for (const hertz of [126, 251, 501, 1995, 3981, 7943])
    expect(Math.abs(amplitudeRatioToDb(valueOf(channel, `band-${hertz}`)))).toBeLessThan(1);
  expect(valueOf(channel, "band-1000")).toBeCloseTo(1, 12);
});

describe("white noise in the place of pink", () => {
  const white = (bend: (value: number, before: number) => number = (value) => value) => {
    const normal = seededNormal(4);
    let before = 0;
    return Float64Array.from({ length: 20 * RATE_HZ }, () => (before = bend(normal(), before)));
  };

  test("rises by 10 dB a decade, which is reported, and proves nothing of the amplifier", () => {
    const { cautions = [] } = analysed("noise-response", [recorded([white()])])[0];
    expect(cautions).toMatchObject([
      {
        code: "other-tones",
        text: expect.stringMatching(/rises by (9\.\d|10\.?\d?) dB per decade/),
      },
    ]);
    expect(isDoubtful(cautions, "spread")).toBe(true);
  });

  test("pink noise through an amplifier that bends is read as it is", () => {
    const pink = stimulusVolts({ kind: "pink-noise", voltsRms: 1, seconds: 20, seed: 2 }, RATE_HZ);
    let low = 0;
    const dull = pink.map((value) => (low += 0.1 * (value - low)));
    for (const volts of [pink, dull])
      expect(analysed("noise-response", [recorded([volts])])[0].cautions).toEqual([]);
  });
});

test("noise whose peaks are cut is at a limit, and proves nothing of the response", () => {
  const pink = stimulusVolts({ kind: "pink-noise", voltsRms: 10, seconds: 8, seed: 3 }, RATE_HZ);
  // A limit that sinks meanwhile, as a supply does: no height gathers the peaks.
  const cut = pink.map((value, n) => {
    const most = 14 - n / RATE_HZ;
    return Math.max(-most, Math.min(most, value));
  });
  const { cautions = [] } = analysed("noise-response", [recorded([cut])])[0];
  expect(cautions.map(({ code }) => code)).toEqual(["clipped"]);
  expect(analysed("noise-response", [recorded([pink])])[0].cautions).toEqual([]);
});
