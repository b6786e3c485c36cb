import { stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { analysed, RATE_HZ, recorded, valueOf } from "../testing/recordings";

test("pink noise has as much in every third octave: none lies more than a decibel off", () => {
  const pink = stimulusVolts({ kind: "pink-noise", voltsRms: 1, seconds: 20, seed: 1 }, RATE_HZ);
  const [channel] = analysed("noise-response", [recorded([pink])]);
  for (const hertz of [126, 251, 501, 1995, 3981, 7943])
    expect(Math.abs(amplitudeRatioToDb(valueOf(channel, `band-${hertz}`)))).toBeLessThan(1);
  expect(valueOf(channel, "band-1000")).toBeCloseTo(1, 12);
});
