import { testOfCaptures } from "../../testing/referenceCapture";
import { amplitudeRatioToDb } from "../../units";
import {
  analysed,
  captureAs,
  findingOf,
  RATE_HZ,
  recorded,
  sum,
  tone,
  valueOf,
} from "../testing/recordings";

test("a tone with a thousandth of second harmonic has 60 dB of SINAD and 0.1 % THD", () => {
  const [channel] = analysed("spectrum", [recorded([sum(tone(10, 1000), tone(0.01, 2000))])]);
  expect(amplitudeRatioToDb(valueOf(channel, "sinad"))).toBeCloseTo(60, 2);
  expect(valueOf(channel, "thd")).toBeCloseTo(0.001, 6);
  expect(amplitudeRatioToDb(valueOf(channel, "harmonic-2"))).toBeCloseTo(-60, 2);
  expect(valueOf(channel, "power")).toBeCloseTo(6.25, 4);
});

test("the band is as it is set, and reaches no further than the recording", () => {
  const noisy = sum(tone(10, 1000), tone(0.1, 30_000));
  const sinad = (bandHighHz: number) =>
    amplitudeRatioToDb(
      valueOf(analysed("spectrum", [recorded([noisy])], { bandHighHz })[0], "sinad"),
    );
  expect(sinad(80_000)).toBeCloseTo(40, 1);
  expect(sinad(20_000)).toBeGreaterThan(90);
});

test("silence has no tone", () =>
  expect(findingOf("spectrum", [recorded([new Float64Array(RATE_HZ)])])).toBe("no-signal"));

testOfCaptures("a tone at rated power: watts and SINAD", () => {
  const channel = captureAs("a_8R2_sine_rated", "spectrum");
  expect(valueOf(channel, "power")).toBeCloseTo(50.008, 1);
  expect(amplitudeRatioToDb(valueOf(channel, "sinad"))).toBeCloseTo(85.55, 1);
});

test.each([
  [0.02, null],
  [0.1, null],
  [0.31, 0],
  [0.5, 0],
  [2, 0],
])("of %d s of a tone without hum the hum is %p", (seconds, hum) => {
  const [channel] = analysed("spectrum", [recorded([tone(10, 1000, seconds)])]);
  const found = channel.figures.find(({ name }) => name === "hum")?.value;
  if (hum === null) expect(found).toBeNull();
  else expect(found).toBeLessThan(1e-6);
});

test.each([0.4, 1, 2])("hum 60 dB under a tone is found in %d s", (seconds) => {
  const volts = sum(tone(10, 1000, seconds), tone(0.01, 50, seconds));
  const [channel] = analysed("spectrum", [recorded([volts])]);
  expect(amplitudeRatioToDb(valueOf(channel, "hum"))).toBeCloseTo(-60, 1);
});
