import type { RecordingMoment } from "@/bench/contract";
import { glanceOf } from "./glance";

const RATE_HZ = 192_000;
const momentOf = (volts: Float64Array): RecordingMoment => ({
  doneRatio: 0.5,
  seconds: 1,
  driveVoltsRms: 0.5,
  voltsRms: [1],
  voltsPeak: [1.4],
  loadWatts: [0.12],
  loadCelsius: [22],
  sinkCelsius: 22,
  mainsAmperes: 0.4,
  isCutOut: false,
  last: (seconds) => ({
    volts: [volts.subarray(Math.max(0, volts.length - Math.round(seconds * RATE_HZ)))],
    sampleRateHz: RATE_HZ,
  }),
});
const tone = (seconds: number, third = 0): Float64Array =>
  Float64Array.from(
    { length: seconds * RATE_HZ },
    (_, n) =>
      Math.SQRT2 *
        (Math.sin((2 * Math.PI * 1000 * n) / RATE_HZ) +
          third * Math.sin((2 * Math.PI * 3000 * n) / RATE_HZ)) +
      2,
  );

test("a tone with one percent of a third harmonic, on an offset: its line, its distortion, and nothing where the offset was", () => {
  const glance = glanceOf(momentOf(tone(0.3, 0.01)), true);
  expect(glance.thdPlusNoiseRatio[0]).toBeCloseTo(0.01, 4);
  const [spectrum] = glance.glimpse.spectra;
  const at = (hertz: number) =>
    Math.max(...spectrum.filter(([x]) => Math.abs(x / hertz - 1) < 0.04).map(([, volts]) => volts));
  expect(at(1000)).toBeCloseTo(1, 1);
  expect(at(3000)).toBeCloseTo(0.01, 3);
  expect(at(40)).toBeLessThan(1e-3);
  // The wave is drawn around its middle.
  const [wave] = glance.glimpse.volts;
  expect(Math.max(...wave) + Math.min(...wave)).toBeCloseTo(0, 1);
});

test("a level that has just changed is not distortion: none is shown until it holds", () => {
  const volts = tone(0.4);
  const stepped = (before: number) =>
    volts.map((value, n) => (n < volts.length - before ? 0.8 : 1) * (value - 2));
  expect(glanceOf(momentOf(stepped(10_000)), true).thdPlusNoiseRatio).toEqual([null]);
  expect(glanceOf(momentOf(stepped(40_000)), true).thdPlusNoiseRatio[0]).toBeLessThan(1e-5);
});

test("what is no tone has no distortion to be determined, and a beginning too short has no spectrum yet", () => {
  let seed = 1;
  const noise = Float64Array.from(
    { length: RATE_HZ / 4 },
    () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5,
  );
  expect(glanceOf(momentOf(noise), false).thdPlusNoiseRatio).toEqual([null]);
  const short = glanceOf(momentOf(tone(0.005)), true);
  expect(short.glimpse.spectra).toEqual([[]]);
  expect(short.thdPlusNoiseRatio).toEqual([null]);
  expect(short.glimpse.volts[0].length).toBe(200);
});

test("it crosses to the screen as plain data", () => {
  const glance = glanceOf(momentOf(tone(0.2)), true);
  expect(structuredClone(glance)).toEqual(glance);
});
