import { amplitudeRatioToDb } from "../../units";
import { readTyped } from "../reading";
import { analysed, load, recorded, tone, valueOf } from "../testing/recordings";

test("a millivolt of hum is a millivolt, 69 dB under 1 W into 8 ohm, and A-weighting takes 30 dB of 50 Hz away", () => {
  const [channel] = analysed("noise", [recorded([tone(1e-3 * Math.SQRT2, 50, 4)])]);
  const [byNone] = analysed("noise", [recorded([tone(1e-3 * Math.SQRT2, 50, 4)])], {
    weighting: "none",
  });
  expect(valueOf(channel, "noise-none")).toBeCloseTo(1e-3, 5);
  expect(valueOf(channel, "hum")).toBeCloseTo(1e-3, 5);
  expect(amplitudeRatioToDb(valueOf(byNone, "snr-none-reOneWatt"))).toBeCloseTo(69.03, 1);
  // IEC 61672-1, table 3: -30.2 dB at 50 Hz.
  expect(Math.abs(amplitudeRatioToDb(valueOf(channel, "noise-a") / 1e-3) + 30.2)).toBeLessThan(0.1);
});

test("typed: a millivolt across 8 ohm is 69 dB under 1 W", () => {
  const read = readTyped("noise", [{ noiseVoltsRms: 1e-3 }], [load(8)]);
  expect(read.ok && amplitudeRatioToDb(read.value[0].figures[0].value ?? 0)).toBeCloseTo(69.03, 2);
});
