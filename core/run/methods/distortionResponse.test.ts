import { stimulusVolts } from "../../signal";
import { analysed, RATE_HZ, recorded, valueOf } from "../testing/recordings";

test("a tenth of a percent of third harmonic is found at every step", () => {
  const frequencies = [100, 300, 1000, 3000];
  const stimulus = {
    kind: "frequency-list",
    frequencies,
    voltsPeak: 10,
    hold: { seconds: 0.25, cycles: 14 },
  } as const;
  // A cube of a sine has a quarter of third harmonic: x + k x^3 with k 100 / 4 = a thousandth of 10 V.
  const bent = stimulusVolts(stimulus, RATE_HZ).map((volts) => volts + 4e-5 * volts ** 3);
  const [channel] = analysed("distortion-response", [recorded([bent], { shot: "low", stimulus })], {
    bandHighHz: 40_000,
  });
  // The fundamental itself grows by three quarters of the same: 0.3 %.
  for (const [, ratio] of channel.curves[0].points) expect(ratio).toBeCloseTo(0.001 / 1.003, 6);
  expect(channel.curves[0].points.map(([hertz]) => hertz)).toEqual(frequencies);
  expect(valueOf(channel, "worst")).toBeCloseTo(0.001 / 1.003, 6);
});
